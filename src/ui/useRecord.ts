"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { EventDraft } from "@/core/log/event";
import { record } from "@/device/record";

/** Writes what was pressed on a bench, then asks for the page anew; where it could not go out yet, the note says so. */
export function useRecord(studio: string) {
	const router = useRouter();
	const [note, setNote] = useState("");
	return {
		note,
		async write(...drafts: EventDraft[]): Promise<void> {
			const { sent } = await record(studio, drafts);
			setNote(sent ? "" : "Kept on this device; it goes out when the server answers.");
			router.refresh();
		},
	};
}
