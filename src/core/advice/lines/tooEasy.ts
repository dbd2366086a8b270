import { formOf } from "@/core/log/view";
import { inTen } from "@/core/text/figures";
import type { Line } from "../line";

const LOOKED_AT = 8;
const NEARLY = 2;

/** Eight tries above the band, and the rule is not met yet: it bores, and a harder form or a test-out is offered. */
export const tooEasy: Line = {
	name: "too-easy",
	propose({ input, placing, settings, fresh }) {
		const { bandHigh, bandLow, reEarn } = placing;
		if (bandHigh === undefined || reEarn || input.verdict.kind !== "open") return null;
		const harder = input.variation === "harder";
		if (!harder && input.variation !== formOf(placing)) return null;
		// Passed in a moment, it is left at that.
		const { needs } = input.visit.judgements[formOf(placing)];
		if (needs !== null && needs <= NEARLY) return null;
		const looked = fresh.filter(({ variation }) => variation === input.variation).slice(-LOOKED_AT);
		const good = looked.filter((one) => one.good).length;
		if (looked.length < LOOKED_AT || good / LOOKED_AT <= bandHigh) return null;
		const reason = `${good} of the last ${LOOKED_AT} good. Your working range is ${inTen(bandLow)} to ${inTen(bandHigh)} in 10.`;
		const evidence = looked.map(({ id }) => id);
		return settings.harder && !harder && !placing.easedBy
			? { title: `Too easy. Harder: ${settings.harder}`, reason, act: { kind: "variation", to: "harder" }, evidence }
			: { title: "Too easy. Test a higher rung", reason, act: { kind: "next" }, evidence };
	},
};
