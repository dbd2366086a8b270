"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Drafts } from "@/core/commands/drafts";
import { perform } from "@/device/perform";
import { NOT_KEPT } from "@/device/studio";

/** Writes what was pressed on a bench, then asks for the page anew; where it could not go out yet, or not even be kept, the note says so. */
export function useRecord(studio: string) {
	const router = useRouter();
	const [note, setNote] = useState("");
	return {
		note,
		/** Whether it is kept, here or there. */
		async write(command: Drafts): Promise<boolean> {
			try {
				const { sent } = await perform(studio, command);
				setNote(sent ? "" : "Saved on this device. It is sent when the server answers.");
			} catch {
				setNote(NOT_KEPT);
				return false;
			}
			router.refresh();
			return true;
		},
	};
}
