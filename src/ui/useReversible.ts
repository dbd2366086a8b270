"use client";

import { useState } from "react";
import { v7 as uuid } from "uuid";
import type { EventDraft } from "@/core/log/event";

/**
 * A press on a bench that writes one event, and is taken back where it was made.
 *
 * @param write as `useRecord` has it
 * @param onPress before the page is asked for anew: what the press stands on may be gone from its answer
 */
export function useReversible(write: (draft: EventDraft) => Promise<boolean>, onPress: () => void = () => {}) {
	const [done, setDone] = useState<(EventDraft & { id: string }) | null>(null);
	return {
		/** What was written and not taken back. */
		done,
		press(draft: EventDraft): void {
			const made = { ...draft, id: uuid() };
			onPress();
			setDone(made);
			void write(made).then((kept) => kept || setDone(null));
		},
		takeBack(): void {
			if (!done) return;
			const { id, lesson = null, student = null, ladder = null } = done;
			onPress();
			setDone(null);
			void write({ kind: "void", lesson, student, ladder, body: { targets: [id] } }).then(
				// It stands as it was.
				(kept) => kept || setDone(done),
			);
		},
	};
}
