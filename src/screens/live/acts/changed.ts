import { v7 as uuid } from "uuid";
import * as commands from "@/core/commands";
import { checkUnder } from "@/core/commands/check";
import { MAX_WATCHED } from "@/core/ladder/rung";
import type { Surrounding } from "@/core/log/kinds";
import type { SetView } from "@/core/log/view";
import { changedHere, improvised, plannedBeside } from "@/core/pack/changed";
import type { PackLadder } from "@/core/pack/pack";
import { beginsOn, placeOn, variationOn } from "@/core/pack/placing";
import type { Desk } from "./desk";

/** What is run under settings of its own from here on. Used by drawers, which bring it with them. */
export const changedActs = ({ now, view, write }: Desk) => ({
	/** Another position is watched, or one no longer: a new set under settings of its own. */
	watch(position: string) {
		const { set, ladder } = now();
		const { watch } = set.placing.settings;
		const others = watch.filter((one) => one !== position);
		const next = others.length < watch.length ? others : [...watch.slice(0, MAX_WATCHED - 1), position];
		write(commands.runUnder(uuid, view(), set, changedHere(set.placing, ladder, { watch: next })));
	},
	/** So many tries to a set from now on. */
	setOf(tries: number) {
		const { set, ladder } = now();
		write(commands.runUnder(uuid, view(), set, changedHere(set.placing, ladder, { triesPerSet: tries })));
	},
	/** A look at a passed rung: by seven of ten or by its own rule, here or where it counts. */
	reCheck(ladder: PackLadder, rung: string, byOwn: boolean, under?: Surrounding) {
		const { set } = now();
		const own = placeOn(ladder, rung);
		const placing = changedHere(own, ladder, checkUnder(view(), own, byOwn));
		const way = { elsewhere: "re-check", under } as const;
		write(commands.leaveWithPartner(uuid, view(), set, placing, null, variationOn(ladder, rung), way));
	},
	/** Something planned that is no rung; for another student, as they would begin. */
	beside(what: string, ladder: PackLadder | null) {
		const { set } = now();
		const ground = ladder ? placeOn(ladder, beginsOn(ladder)) : set.placing;
		const id = uuid();
		// Planned for one of them, it is theirs; else whoever works with them does it too.
		const theirs = ladder ? null : (partner: SetView) => plannedBeside(id, what, partner.placing);
		const way = { elsewhere: "warm-up" } as const;
		write(commands.leaveWithPartner(uuid, view(), set, plannedBeside(id, what, ground), theirs, "own", way));
	},
	/** A drill thought of just now; the peg stays. */
	improvise(name: string) {
		const { set } = now();
		const id = uuid();
		const theirs = (partner: SetView) => improvised(id, name, partner.placing);
		const way = { elsewhere: "here today" } as const;
		write(commands.leaveWithPartner(uuid, view(), set, improvised(id, name, set.placing), theirs, "own", way));
	},
});
