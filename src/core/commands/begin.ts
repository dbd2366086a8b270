import type { Body, Placing, Variation } from "@/core/log/kinds";
import type { LessonView } from "@/core/log/view";
import { wishOf } from "@/core/log/wish";
import type { PackLadder } from "@/core/pack/pack";
import { beginsOn, isOut, lastRungOn, placeOn, variationOn } from "@/core/pack/placing";
import type { Drafts, NewId } from "./drafts";
import { quickUp } from "./rounds";
import { openSet, type SetOptions } from "./sets";

/** Starts a lesson; with a placing, its first set as well. */
export function beginLesson(
	newId: NewId,
	lesson: string,
	opening: Body<"lesson.opened">,
	student: string | null,
	placing: Placing | null,
	variation: Variation = "own",
	way: SetOptions = {},
): Drafts {
	const opened: Drafts[number] = { kind: "lesson.opened", lesson, student, body: opening };
	return placing ? [opened, { ...openSet(newId, placing, variation, way), lesson }] : [opened];
}

/**
 * The first set of a lesson that nothing is planned for: where its ladder says that a lesson
 * begins. On the peg where nothing is below it, or last lesson's rung is not there any more.
 */
export function opensWith(ladder: PackLadder): [Placing, Variation, SetOptions] {
	const on = (rung: string, way: SetOptions): [Placing, Variation, SetOptions] => [
		placeOn(ladder, rung),
		variationOn(ladder, rung),
		way,
	];
	const peg = beginsOn(ladder);
	if (ladder.begins === "from the bottom") {
		const round = quickUp({ moves: [] }, ladder);
		const first = round?.stops[0];
		if (round && first) return on(first.rung, { elsewhere: "here today", round });
	}
	if (ladder.begins === "last lesson's work") {
		const last = lastRungOn(ladder);
		if (last && last.id !== peg && !isOut(ladder, last.id)) return on(last.id, { elsewhere: "here today" });
	}
	return on(peg, {});
}

/** What the lesson is to be, said or changed once it has begun: nothing where it says what it said. */
export function openedAs(
	{ opened }: Pick<LessonView, "opened">,
	change: Partial<Pick<Body<"lesson.opened">, "minutes" | "wish" | "effort">>,
): Drafts {
	if (!opened) return [];
	const body = { ...opened.body, ...change };
	if (JSON.stringify(body) === JSON.stringify(opened.body)) return [];
	return [{ kind: "amend", student: opened.student, body: { target: opened.id, body } }];
}

/** What one student wants of this lesson: nothing where it was said so already. */
export function wishFor(view: Pick<LessonView, "opened" | "events">, student: string | null, words: string): Drafts {
	if (wishOf(view, student) === words) return [];
	// A count for nobody yet says it of itself.
	if (student === null) return openedAs(view, { wish: words });
	return [{ kind: "wished", student, body: { text: words } }];
}

/** As many as one taking back may name. */
const MOST_AT_ONCE = 50;

/** A lesson nobody tried anything in is let go of: as if it was never begun. Null where there is something in it. */
export function letGo(view: Pick<LessonView, "opened" | "events">): Drafts | null {
	const { opened, events } = view;
	const bare = new Set([
		"lesson.opened",
		"lesson.dated",
		"lesson.booked",
		"wished",
		"set.opened",
		"set.closed",
		"set.turned",
		"care.confirmed",
	]);
	if (!opened || events.length > MOST_AT_ONCE || events.some(({ kind }) => !bare.has(kind))) return null;
	return [
		{ kind: "void", lesson: opened.lesson, student: opened.student, body: { targets: events.map(({ id }) => id) } },
	];
}
