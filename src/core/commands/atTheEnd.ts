import type { Body } from "@/core/log/kinds";
import type { LiveEvent } from "@/core/log/resolve";
import type { LessonView } from "@/core/log/view";
import type { Cue } from "@/core/skill/cue";
import { cutText } from "@/core/text/fields";
import type { Drafts } from "./drafts";
import { takeBack } from "./undo";

/** What is written at the wrap-up: each text has one event, amended when it is changed, taken back when it is emptied. */

type Texts = "answered" | "finish.held";
type WrittenText<K extends Texts> = LiveEvent & { kind: K; body: Body<K> };

const find = <K extends Texts>(view: LessonView, kind: K, student: string | null, is: (body: Body<K>) => boolean) =>
	view.events.findLast(
		(event): event is WrittenText<K> => event.kind === kind && event.student === student && is(event.body as Body<K>),
	);

/** Nothing where nothing has changed. */
function put<K extends Texts>(
	known: WrittenText<K> | undefined,
	student: string | null,
	kind: K,
	body: Body<K>,
	text: string,
) {
	if (!known) return text === "" ? [] : ([{ kind, student, body }] as unknown as Drafts);
	if (JSON.stringify(known.body) === JSON.stringify(body)) return [];
	return text === "" ? takeBack([known.id]) : [{ kind: "amend" as const, student, body: { target: known.id, body } }];
}

/** Questions put to the student in this lesson, with their answers, in the order they were asked. */
export const answersIn = (view: LessonView, student: string | null): Body<"answered">[] =>
	view.events.flatMap((event) => (event.kind === "answered" && event.student === student ? [event.body] : []));

export function answer(view: LessonView, student: string | null, question: string, words: string): Drafts {
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
): Drafts {
	const remark = words.trim();
	const known = find(view, "finish.held", student, (body) => body.position === position.id);
	return put(known, student, "finish.held", { position: position.id, name: position.name, remark }, remark);
}

/** What was said in own words, written down: from then on a cue like any other. */
export function ownWords(view: LessonView, feedback: string, cue: Cue): Drafts {
	const said = view.events.find((event) => event.id === feedback);
	if (said?.kind !== "feedback") return [];
	const { set, student, ladder, rung } = said;
	return [{ kind: "amend", set, student, ladder, rung, body: { target: said.id, body: { ...said.body, cue } } }];
}

type Pressed = "position.asked" | "felt.better" | "own.mark";

/** What is answered with a press: another press on the same takes it back, one on another changes it. */
function press<K extends Pressed>(
	view: LessonView,
	student: string | null,
	kind: K,
	body: Body<K>,
	about: (body: Body<K>) => string,
): Drafts {
	const known = view.events.findLast(
		(event) => event.kind === kind && event.student === student && about(event.body as Body<K>) === about(body),
	);
	if (!known) return [{ kind, student, body }] as unknown as Drafts;
	return JSON.stringify(known.body) === JSON.stringify(body)
		? takeBack([known.id])
		: [{ kind: "amend", student, body: { target: known.id, body } }];
}

/** A key position was asked for: the student named it, or was told. */
export const askedFor = (
	view: LessonView,
	student: string | null,
	{ id, name }: { id: string; name: string },
	how: Body<"position.asked">["how"],
): Drafts => press(view, student, "position.asked", { position: id, name, how }, ({ position }) => position);

/** Which of the labels of a rung felt better. */
export const feltBetter = (view: LessonView, student: string | null, rung: string, label: string): Drafts =>
	press(view, student, "felt.better", { rung, label }, (body) => body.rung);

/** What the student gives their own work on a ladder's skill, of ten. */
export const ownMark = (
	view: LessonView,
	student: string | null,
	{ ladder, skill }: { ladder: string; skill: string },
	mark: number,
): Drafts => press(view, student, "own.mark", { ladder, skill: cutText(skill, 80), mark }, (body) => body.ladder);

/** The marks a student gave, in the order of the ladders they are for. */
export const ownMarksIn = (view: LessonView, student: string | null): Body<"own.mark">[] =>
	view.events.flatMap((event) => (event.kind === "own.mark" && event.student === student ? [event.body] : []));

/** What was said of each position that was asked for, by its id. */
export const askedIn = (view: LessonView, student: string | null): Map<string, Body<"position.asked">> =>
	new Map(
		view.events.flatMap((event) =>
			event.kind === "position.asked" && event.student === student ? [[event.body.position, event.body]] : [],
		),
	);

/** The label that felt better, by the rung. */
export const feltIn = (view: LessonView, student: string | null): Map<string, string> =>
	new Map(
		view.events.flatMap((event) =>
			event.kind === "felt.better" && event.student === student ? [[event.body.rung, event.body.label]] : [],
		),
	);
