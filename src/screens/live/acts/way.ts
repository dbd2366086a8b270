import { v7 as uuid } from "uuid";
import type { Advice } from "@/core/advice";
import * as commands from "@/core/commands";
import { assignSets, joinApart, takeOverSet } from "@/core/commands/inLesson";
import { pegIn } from "@/core/commands/peg";
import { waitingOn } from "@/core/commands/waiting";
import type { Elsewhere, RoundPlace } from "@/core/log/kinds";
import type { PackLadder } from "@/core/pack/pack";
import { placeOn, variationOn } from "@/core/pack/placing";
import type { Desk } from "./desk";

/** Where the lesson goes: another ladder or rung, the peg, the advice, another device. */
export const wayActs = ({ now, view, write, device, pack }: Desk) => ({
	/** Another ladder, or back to one: it goes on as it was. */
	ladder(ladder: PackLadder) {
		const [placing, variation] = waitingOn(view(), ladder);
		write(commands.lookAt(uuid, view(), { placing, variation, peg: pegIn(view(), ladder) }, device()));
	},
	/** Another rung, or a round of several, with the peg left where it is. */
	workHere(ladder: PackLadder, rung: string, elsewhere: Elsewhere, round?: RoundPlace) {
		const { set } = now();
		const way = { elsewhere, round };
		// A circuit is one ladder's, stop after stop.
		if (round) write(commands.leaveFor(uuid, view(), set, placeOn(ladder, rung), variationOn(ladder, rung), way));
		else
			write(commands.leaveWithPartner(uuid, view(), set, placeOn(ladder, rung), null, variationOn(ladder, rung), way));
	},
	/** The ladder's peg, whatever else is worked on it. */
	backToPeg(ladder: PackLadder | null = now().ladder) {
		if (!ladder) return;
		const [placing, variation] = waitingOn(view(), ladder);
		write(commands.leaveFor(uuid, view(), now().set, placing, variation));
	},
	quick() {
		const waiting = view().sets.findLast((s) => s.placing.ladder === null);
		if (waiting) write(commands.lookAt(uuid, view(), { ...waiting, peg: null }, device()));
	},
	moveTo(rung: string) {
		const { set, ladder } = now();
		if (!ladder) return;
		const from = pegIn(view(), ladder);
		if (rung === from) return;
		write(commands.movePeg(uuid, view(), set, ladder, rung, { from, reason: "by hand", evidence: [] }));
	},
	follow(advice: Advice) {
		const { set, ladder } = now();
		write(commands.follow(uuid, view(), set, ladder, advice, pack()?.ladders ?? []));
	},
	overrule(advice: Advice) {
		write(commands.overrule(view(), now().set, advice));
	},
	takeOver() {
		write(takeOverSet(now().set.id));
	},
	join(set: string, device: string) {
		write(joinApart(set, device));
	},
	/** Says afterwards for whom the quick count was, and on which rung. */
	assign(ladder: PackLadder, rung: string) {
		write(assignSets(view(), ladder, rung));
	},
});
