import type { Drafts } from "@/core/commands/drafts";
import type { LessonView, SetView, TryView } from "@/core/log/view";
import type { Pack } from "@/core/pack/pack";
import type { LessonOnDevice } from "@/device/lesson";
import { type Board, boardOf } from "../model";

/**
 * What every act reads and writes: the lesson as it is at that moment, not as it was when
 * the screen was last drawn. Two quick touches must not see one state.
 */
export interface Desk {
	/** @throws when no set is in hand. */
	now: () => Board;
	view: () => LessonView;
	device: () => string;
	pack: () => Pack | null;
	/** The set a try belongs to, which need not be the one in hand. */
	setOf: (one: TryView) => SetView;
	write: (drafts: Drafts) => string[];
}

export function deskOf(lesson: LessonOnDevice, onWrite: () => void): Desk {
	const now = () => {
		const { view, pack } = lesson.snapshot();
		const board = pack && boardOf(view, pack);
		if (!board) throw new Error("no set is in hand");
		return board;
	};
	const view = () => lesson.snapshot().view;
	return {
		now,
		view,
		device: () => lesson.snapshot().device,
		pack: () => lesson.snapshot().pack,
		setOf: (one) => view().sets.find(({ id }) => id === one.set) ?? now().set,
		write(drafts) {
			if (drafts.length === 0) return [];
			onWrite();
			return lesson.write(drafts);
		},
	};
}
