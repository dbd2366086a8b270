import type { Drafts } from "@/core/commands/drafts";
import { restingWith } from "@/core/commands/sets";
import { type Board, boardOf, goneOnWith } from "@/core/lesson/board";
import type { LessonView, SetView, TryView } from "@/core/log/view";
import { easedIn } from "@/core/pack/easedIn";
import type { Pack } from "@/core/pack/pack";
import type { LessonOnDevice } from "@/device/lesson";

/**
 * What every act reads and writes: the lesson as it is at that moment, not as it was when
 * the screen was last drawn. Two quick touches must not see one state.
 */
export interface Desk {
	/** @throws when no set is in hand. */
	now: () => Board;
	view: () => LessonView;
	device: () => string;
	/** The set that took turns with the one in hand until both were closed for a rest, as its rung stands now. */
	resting: () => SetView | null;
	/** Asks what was edited meanwhile; nothing waits for it. */
	askAnew: () => void;
	pack: () => Pack | null;
	/** The set a try belongs to, which need not be the one in hand. */
	setOf: (one: TryView) => SetView;
	write: (drafts: Drafts) => string[];
}

export function deskOf(lesson: LessonOnDevice, onWrite: () => void): Desk {
	const packNow = () => {
		const { view, pack } = lesson.snapshot();
		return pack && easedIn(pack, view);
	};
	const now = () => {
		const pack = packNow();
		const board = pack && boardOf(lesson.snapshot().view, pack);
		if (!board) throw new Error("no set is in hand");
		return board;
	};
	const view = () => lesson.snapshot().view;
	const resting = () => {
		const other = restingWith(view(), now().set);
		return other && goneOnWith(other, packNow()?.ladders.find(({ id }) => id === other.placing.ladder) ?? null);
	};
	return {
		now,
		resting,
		askAnew: () => void lesson.freshPack(),
		view,
		device: () => lesson.snapshot().device,
		pack: packNow,
		setOf: (one) => view().sets.find(({ id }) => id === one.set) ?? now().set,
		write(drafts) {
			if (drafts.length === 0) return [];
			onWrite();
			return lesson.write(drafts);
		},
	};
}
