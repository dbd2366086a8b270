import { v7 as uuid } from "uuid";
import * as commands from "@/core/commands";
import { markCause, park } from "@/core/commands/inLesson";
import { keepPromise, replyHome } from "@/core/commands/said";
import type { Board } from "@/core/lesson/board";
import type { Attempt, Body, Why } from "@/core/log/kinds";
import type { Desk } from "./desk";

const lastTry = ({ set, visit }: Pick<Board, "set" | "visit">) => {
	const last = visit.tries.at(-1);
	return last && last.set === set.id && !last.body.namedFirst ? last : null;
};

/** What was said, seen and felt beside the tries. */
export const saidActs = ({ now, view, setOf, write, resting }: Desk) => ({
	/** The last try of the set in hand, if there is one to be marked. */
	canName(): boolean {
		return lastTry(now().tried) !== null;
	},
	/** The last try, if it was not good, or did not come off. */
	lastTry(): Attempt | null {
		const last = now().tried.visit.tries.at(-1);
		return last && !last.body.noCount && (!last.good || last.body.cameOff === false) ? last.body : null;
	},
	/** What the last try came from, besides what was off in it. */
	because(why: Why | null) {
		const last = now().tried.visit.tries.at(-1);
		if (!last) return;
		const { why: _, ...body } = last.body;
		write(commands.amendAttempt(setOf(last), last.id, why ? { ...body, why } : body));
	},
	/** What was found of a candidate cause, for this student. */
	cause(cause: string, mark: Body<"cause.marked">["mark"]) {
		const { ladder } = now();
		if (!ladder?.skillId) return;
		write(markCause(ladder.student, { skill: ladder.skillId, cause, mark }));
	},
	/** The student said what it was before the coach did: a mark on the last try. */
	namedFirst() {
		const { tried } = now();
		const last = lastTry(tried);
		if (last) write(commands.amendAttempt(setOf(last), last.id, { ...last.body, namedFirst: true }));
	},
	feedback(body: Body<"feedback">) {
		write(commands.inSet(now().tried.set, "feedback", body));
	},
	state(mark: Body<"state">["mark"]) {
		write(commands.inSet(now().set, "state", { mark }));
	},
	pain(part: Body<"pain">["part"]) {
		const { set } = now();
		write([...commands.inSet(set, "pain", { part, note: "" }), ...commands.closeBoth(view(), set, "pain")]);
	},
	painGone(pain: string) {
		write(commands.inSet(now().set, "pain.answered", { pain }));
	},
	keepPromise({ id, student }: { id: string; student: string | null }) {
		write(keepPromise(student, id));
	},
	replyHome(student: string, page: string, entry: string, text: string) {
		write(replyHome(student, page, entry, text));
	},
	park(text: string) {
		const { placing } = now().set;
		write(park(placing.student, text, placing.ladder));
	},
	/** In a stretch. The first of it after a break begins the next stretch, in the form to come back with. */
	seen(body: Body<"seen">) {
		const { set } = now();
		write(commands.inOpenSet(uuid, set, { kind: "seen", body }, resting()));
	},
});
