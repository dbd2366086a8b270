"use client";

import { useState } from "react";
import { v7 as uuid } from "uuid";
import type { Drafts } from "@/core/commands/drafts";
import { takeBackDrafts } from "@/core/commands/undo";

/**
 * A press on a bench that does what a command says, and is taken back where it was made.
 *
 * @param write as `useRecord` has it
 * @param onPress before the page is asked for anew: what the press stands on may be gone from its answer
 */
export function useReversible(write: (command: Drafts) => Promise<boolean>, onPress: () => void = () => {}) {
	const [done, setDone] = useState<Drafts | null>(null);
	return {
		/** What was written and not taken back. */
		done,
		press(command: Drafts): void {
			const made = command.map((draft) => ({ ...draft, id: uuid() }));
			onPress();
			setDone(made);
			void write(made).then((kept) => kept || setDone(null));
		},
		takeBack(): void {
			if (!done) return;
			onPress();
			setDone(null);
			void write(takeBackDrafts(done)).then(
				// It stands as it was.
				(kept) => kept || setDone(done),
			);
		},
	};
}
