import { v7 as uuid } from "uuid";
import * as commands from "@/core/commands";
import { tallyTogether, touchIn } from "@/core/commands/touch";
import type { Attempt, Body } from "@/core/log/kinds";
import type { TryView } from "@/core/log/view";
import type { Desk } from "./desk";

/** Tries, by touch or as numbers, and what is put right of them. */
export const tryActs = ({ now, view, setOf, write, pack, resting }: Desk) => ({
	attempt(attempt: Attempt) {
		for (const act of touchIn(uuid, view(), now().set, attempt, resting(), pack()?.ladders ?? [])) write(act);
	},
	tally(body: Body<"tally">) {
		write(tallyTogether(uuid, view(), now().set, body, resting()));
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
