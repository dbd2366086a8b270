import { FALSE_ALARM } from "@/core/ladder/shortCheck";
import { checkOf } from "@/core/log/check";
import { plural } from "@/core/text/lists";
import type { Line } from "../line";

/** A short look at a passed rung: stopped as soon as it is decided, and the way leads back. */
export const reCheck: Line = {
	name: "re-check",
	always: true,
	propose({ input, counted }) {
		const passed = checkOf(input.visit);
		const good = counted.filter((one) => one.good).length;
		const so = `${good} good of ${plural(counted.length, "try", "tries")}`;
		if (passed === null)
			return {
				title: "Re-check",
				reason: counted.length === 0 ? "Seven good of ten, stopped as soon as it is decided." : `${so}; seven of ten.`,
				act: null,
				evidence: [],
			};
		return {
			title: `Re-check ${passed ? "passed" : "failed"}; back to the peg`,
			reason: passed
				? `${so}; seven of ten were asked for.`
				: `${so}: seven of ten are out of reach. One who is ready fails it ${Math.round(FALSE_ALARM * 100)} times in 100 by luck.`,
			act: { kind: "peg" },
			evidence: counted.map(({ id }) => id),
		};
	},
};
