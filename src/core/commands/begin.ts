import type { Body, Placing, Variation } from "@/core/log/kinds";
import type { LessonView } from "@/core/log/view";
import { wishOf } from "@/core/log/wish";
import type { Drafts, NewId } from "./drafts";
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
	const bare = new Set(["lesson.opened", "lesson.dated", "wished", "set.opened", "set.closed", "care.confirmed"]);
	if (!opened || events.length > MOST_AT_ONCE || events.some(({ kind }) => !bare.has(kind))) return null;
	return [
		{ kind: "void", lesson: opened.lesson, student: opened.student, body: { targets: events.map(({ id }) => id) } },
	];
}
