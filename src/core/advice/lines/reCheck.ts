import { CHECK, FALSE_ALARM } from "@/core/ladder/shortCheck";
import { checkOf } from "@/core/log/check";
import { plural } from "@/core/text/lists";
import { capital } from "@/core/text/wording";
import type { Line } from "../line";

/** A short look at a passed rung: stopped as soon as it is decided, and the way leads back. */
export const reCheck: Line = {
	name: "re-check",
	always: true,
	propose({ input, counted }) {
		const passed = checkOf(input.visit);
		const good = counted.filter((one) => one.good).length;
		const { visit } = input;
		const { rule, under } = visit;
		const so = `${good} good of ${plural(counted.length, "try")}`;
		const short = rule.kind === "block" && rule.n === CHECK.n && rule.k === CHECK.k;
		const asked = short ? "seven of ten" : "its own rule";
		const title = `Check${under ? ` ${under}` : ""}`;
		if (passed === null)
			return {
				title,
				reason:
					counted.length === 0 ? `${capital(asked)}. It stops as soon as the result is certain.` : `${so}; ${asked}.`,
				act: null,
				evidence: [],
			};
		return {
			title: `${title} ${passed ? "passed" : "failed"}. Back to the peg`,
			reason: passed
				? `${so}. ${capital(asked)} ${short ? "were" : "was"} asked for.`
				: `${so}. ${capital(asked)} can no longer be reached.${short ? ` By luck ready students fail ${Math.round(FALSE_ALARM * 100)} of 100 such checks.` : ""}`,
			act: { kind: "peg" },
			evidence: counted.map(({ id }) => id),
		};
	},
};
