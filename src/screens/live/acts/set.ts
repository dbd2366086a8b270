import { v7 as uuid } from "uuid";
import * as commands from "@/core/commands";
import { MAX_WATCHED } from "@/core/ladder/rung";
import type { Variation } from "@/core/log/kinds";
import type { PackLadder } from "@/core/pack/pack";
import { changedHere } from "@/core/pack/placing";
import type { Desk } from "./desk";
import { waitingOn } from "./way";

/** The set in hand: its end and the next one, its form, what is watched in it, and who takes turns in it. */
export const setActs = ({ now, view, write }: Desk) => ({
	limit(by: number) {
		const { set } = now();
		write(commands.inSet(set, "limit.changed", { rung: set.placing.rung, by }));
	},
	endSet() {
		const { set } = now();
		if (set.open) write(commands.closeBoth(view(), set, "rest"));
	},
	nextSet() {
		const { set } = now();
		write(commands.openAgain(uuid, set, commands.restingWith(view(), set)));
	},
	variation(to: Variation) {
		const { set } = now();
		if (set.variation === to) return;
		write(commands.inForm(uuid, view(), set, to));
	},
	/** Another position is watched, or one no longer: a new set under settings of its own. */
	watch(position: string) {
		const { set, ladder } = now();
		const { watch } = set.placing.settings;
		const others = watch.filter((one) => one !== position);
		const next = others.length < watch.length ? others : [...watch.slice(0, MAX_WATCHED - 1), position];
		write(commands.runUnder(uuid, view(), set, changedHere(set.placing, ladder, { watch: next })));
	},
	/** A stretch without separate tries begins on the rung in hand, or ends; the count goes on after it. */
	stretch() {
		const { set } = now();
		const way = { elsewhere: set.elsewhere ?? undefined, stretch: !set.stretch };
		write(commands.leaveFor(uuid, view(), set, set.placing, set.variation, way));
	},
	/** The easier form is the rung for this student today, or the rung is itself again. */
	easeForThem() {
		write(commands.easeForThem(uuid, view(), now().set));
	},
	/** So many tries to a set from now on. */
	setOf(tries: number) {
		const { set, ladder } = now();
		write(commands.runUnder(uuid, view(), set, changedHere(set.placing, ladder, { triesPerSet: tries })));
	},
	takeBreak(minutes: number, comeBackWith: Variation) {
		write(commands.takeBreak(view(), now().set, minutes, comeBackWith));
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
