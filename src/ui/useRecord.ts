"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { EventDraft } from "@/core/log/event";
import { record } from "@/device/record";
import { NOT_KEPT } from "@/device/studio";

/** Writes what was pressed on a bench, then asks for the page anew; where it could not go out yet, or not even be kept, the note says so. */
export function useRecord(studio: string) {
	const router = useRouter();
	const [note, setNote] = useState("");
	return {
		note,
		/** Whether it is kept, here or there. */
		async write(...drafts: EventDraft[]): Promise<boolean> {
			try {
				const { sent } = await record(studio, drafts);
				setNote(sent ? "" : "Kept on this device; it goes out when the server answers.");
			} catch {
				setNote(NOT_KEPT);
				return false;
			}
			router.refresh();
			return true;
		},
	};
}
