import { v7 as uuid } from "uuid";
import * as commands from "@/core/commands";
import { waitingOn } from "@/core/commands/waiting";
import type { Variation } from "@/core/log/kinds";
import type { PackLadder } from "@/core/pack/pack";

import type { Desk } from "./desk";

/** The set in hand: its end and the next one, its form, what is watched in it, and who takes turns in it. */
export const setActs = ({ now, view, write, resting, askAnew }: Desk) => ({
	limit(by: number) {
		const { set } = now();
		write(commands.inSet(set, "limit.changed", { rung: set.placing.rung, by }));
	},
	endSet() {
		const { set } = now();
		if (set.open) write(commands.closeBoth(view(), set, "rest"));
		askAnew();
	},
	nextSet() {
		const { set } = now();
		write(commands.openAgain(uuid, set, resting()));
	},
	variation(to: Variation) {
		const { set } = now();
		if (set.variation === to) return;
		write(commands.inForm(uuid, view(), set, to));
	},
	/** A stretch without separate tries begins on the rung in hand, or ends; the count goes on after it. */
	stretch() {
		const { set } = now();
		const way = { elsewhere: set.elsewhere ?? undefined, stretch: !set.stretch };
		write(commands.leaveFor(uuid, view(), set, set.placing, set.variation, way));
	},
	/** The easier form is the rung for this student from now on, or the rung is itself again. */
	easeForThem(reason = "") {
		write(commands.easeForThem(uuid, view(), now().set, reason));
	},
	takeBreak(minutes: number, comeBackWith: Variation) {
		write(commands.takeBreak(view(), now().set, minutes, comeBackWith));
		askAnew();
	},
	/** This ladder and another one in turn, so many tries each, or every try together; the other begins. */
	takeTurns(ladder: PackLadder, turn = 1, joint = false) {
		const { set } = now();
		const [placing, variation] = waitingOn(view(), ladder);
		const here = set.open ? null : commands.openSet(uuid, set.placing, set.variation);
		write([
			...(here ? [here] : commands.closePartner(view(), set)),
			commands.openSet(uuid, placing, variation, { inTurnWith: here?.id ?? set.id, turn, joint }),
		]);
	},
	/** Only the one in hand goes on. */
	endTurns() {
		write(commands.closePartner(view(), now().set));
	},
});
