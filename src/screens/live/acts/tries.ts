import { v7 as uuid } from "uuid";
import * as commands from "@/core/commands";
import { afterStop } from "@/core/commands/round";
import type { Attempt, Body } from "@/core/log/kinds";
import { partnerOf, type TryView } from "@/core/log/view";
import type { Desk } from "./desk";

/** Of a try of two together, what holds for the other as well: what came of it, and not whose fault it was. */
const forTheOther = (attempt: Attempt): Attempt => ({ ...attempt, off: [], judged: false });

/** Tries, by touch or as numbers, and what is put right of them. */
export const tryActs = ({ now, view, setOf, write, pack, resting }: Desk) => ({
	attempt(attempt: Attempt) {
		const { set } = now();
		const before = view();
		const other = set.joint ? partnerOf(before, set) : null;
		const written = commands.attemptIn(uuid, set, attempt, resting());
		// What the try brings with it is one act with it: undo takes back both.
		const along = [
			...(other ? (commands.attemptIn(uuid, other, forTheOther(attempt))[0] ?? []) : []),
			...afterStop(uuid, before, set, attempt, pack()?.ladders ?? []),
		];
		for (const [i, act] of written.entries()) write(i === written.length - 1 ? [...act, ...along] : act);
	},
	tally(body: Body<"tally">) {
		const { set } = now();
		write(commands.tallyIn(uuid, set, body, resting()));
	},
	insert(after: TryView, attempt: Attempt) {
		write(commands.insertAfter(setOf(after), after.id, attempt));
	},
	amend(target: TryView, body: Attempt) {
		write(commands.amendAttempt(setOf(target), target.id, body));
	},
	takeBack(id: string) {
		write(commands.takeBack([id]));
	},
});
