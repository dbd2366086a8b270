import { plural } from "@/core/text/lists";
import type { Occurrence } from "./booking";

/** Time that is taken by something else. */
export interface Busy {
	from: number;
	to: number;
	what: string;
}

/** What is in the way of a lesson, in a sentence; by the lesson. */
export function clashes(
	lessons: readonly Occurrence[],
	busy: readonly Busy[],
	travelMinutes: number,
): Map<Occurrence, string> {
	const found = new Map<Occurrence, string>();
	const spans = lessons
		.map((lesson) => ({ lesson, from: lesson.at, to: lesson.at + lesson.minutes * 60_000 }))
		.sort((a, b) => a.from - b.from);
	const say = (lesson: Occurrence, words: string) => found.set(lesson, found.get(lesson) ?? words);
	spans.forEach((one, i) => {
		// Only what begins before this ends, and what follows within the way, can be in its way.
		for (const next of spans.slice(i + 1)) {
			if (next.from >= one.to + travelMinutes * 60_000) break;
			if (next.from < one.to) {
				say(one.lesson, `Another lesson begins at ${next.lesson.time}, before this one ends.`);
				say(next.lesson, `The lesson at ${one.lesson.time} is not over yet.`);
			} else if (apart(one.lesson.place, next.lesson.place)) {
				const left = Math.round((next.from - one.to) / 60_000);
				const from = one.lesson.place;
				say(next.lesson, `${plural(left, "minute")} to come from ${from}, but the way takes ${travelMinutes}.`);
			}
		}
		const taken = busy.find(({ from, to }) => from < one.to && to > one.from);
		if (taken) say(one.lesson, `Busy then: ${taken.what}.`);
	});
	return found;
}

const key = (place: string) => place.trim().toLocaleLowerCase();
/** Two places that are both known, and are not the same. */
const apart = (a: string, b: string): boolean => key(a) !== "" && key(b) !== "" && key(a) !== key(b);

/** The ways between two lessons of a day that are held at different places: as long as they take, as far as there is room. */
export function waysBetween(
	lessons: readonly Pick<Occurrence, "day" | "at" | "minutes" | "place">[],
	travelMinutes: number,
): { from: number; to: number; place: string }[] {
	const inOrder = [...lessons].sort((a, b) => a.at - b.at);
	return inOrder.flatMap((next, i) => {
		const one = inOrder[i - 1];
		if (!one || one.day !== next.day || !apart(one.place, next.place)) return [];
		const from = Math.max(one.at + one.minutes * 60_000, next.at - travelMinutes * 60_000);
		return from < next.at ? [{ from, to: next.at, place: next.place }] : [];
	});
}
