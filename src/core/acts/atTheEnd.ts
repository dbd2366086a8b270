import type { Body } from "@/core/log/kinds";
import type { LessonView } from "@/core/log/lesson";
import type { LiveEvent } from "@/core/log/resolve";
import type { Cue } from "@/core/skill/cue";
import { takeBack, type Written } from "./acts";

/** What is written at the wrap-up: each text has one event, amended when it is changed, taken back when it is emptied. */

type Texts = "answered" | "finish.held";
type Kept<K extends Texts> = LiveEvent & { kind: K; body: Body<K> };

const find = <K extends Texts>(view: LessonView, kind: K, student: string | null, is: (body: Body<K>) => boolean) =>
	view.events.findLast(
		(event): event is Kept<K> => event.kind === kind && event.student === student && is(event.body as Body<K>),
	);

/** Nothing where nothing has changed. */
function put<K extends Texts>(
	known: Kept<K> | undefined,
	student: string | null,
	kind: K,
	body: Body<K>,
	text: string,
) {
	if (!known) return text === "" ? [] : ([{ kind, student, body }] as unknown as Written);
	if (JSON.stringify(known.body) === JSON.stringify(body)) return [];
	return text === "" ? takeBack([known.id]) : [{ kind: "amend" as const, student, body: { target: known.id, body } }];
}

/** Questions put to the student in this lesson, with their answers, in the order they were asked. */
export const answersIn = (view: LessonView, student: string | null): Body<"answered">[] =>
	view.events.flatMap((event) => (event.kind === "answered" && event.student === student ? [event.body] : []));

export function answer(view: LessonView, student: string | null, question: string, words: string): Written {
	const said = words.trim();
	const known = find(view, "answered", student, (body) => body.question === question);
	return put(known, student, "answered", { question, answer: said }, said);
}

export const remarkOn = (view: LessonView, student: string | null, position: string): string =>
	find(view, "finish.held", student, (body) => body.position === position)?.body.remark ?? "";

/** What was seen at one key position in a finish that was held. */
export function finishHeld(
	view: LessonView,
	student: string | null,
	position: { id: string; name: string },
	words: string,
): Written {
	const remark = words.trim();
	const known = find(view, "finish.held", student, (body) => body.position === position.id);
	return put(known, student, "finish.held", { position: position.id, name: position.name, remark }, remark);
}

/** What was said in own words, written down: from then on a cue like any other. */
export function ownWords(view: LessonView, feedback: string, cue: Cue): Written {
	const said = view.events.find((event) => event.id === feedback);
	if (said?.kind !== "feedback") return [];
	const { set, student, ladder, rung } = said;
	return [{ kind: "amend", set, student, ladder, rung, body: { target: said.id, body: { ...said.body, cue } } }];
}
