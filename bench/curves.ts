import { bareCurve } from "@/core/analysis/analyse";
import type { Rule } from "@/core/rules";
import { compare, memoryOf } from "./measure";
import { type SimulatedRule, simulatedCurve } from "./simulated-curve";

const POINTS = 101;

function curve(name: string, rule: Rule, simulated: SimulatedRule): void {
	const exact = () => {
		const outcome = bareCurve(rule, simulated.limit, POINTS);
		if (!outcome.ok) throw new Error(outcome.refusals[0]?.sentence);
		return outcome.value;
	};
	const expected = exact().pass;
	const said = simulatedCurve(simulated, POINTS, expected);
	const apart = Math.max(...expected.map((p, i) => Math.abs(p - (said[i] as number)) / 0.001));
	compare({
		name: `operating curve of ${name}, at ${POINTS} rates, automaton included`,
		baseline: "a hand-written seeded simulation with a standard error of 0.001 at every rate",
		ours: exact,
		theirs: () => simulatedCurve(simulated, POINTS, expected),
		turns: 5,
		repeat: 20,
		goal: "100, aiming at 200",
	});
	console.log(`  the two agree within ${apart.toFixed(1)} standard errors at every rate`);
	// Once before, so that what is compiled and cached is not counted.
	memoryOf(exact);
	console.log(
		`  allocated for one curve: ours ${memoryOf(exact).toFixed(0)} kB, theirs ${memoryOf(() => simulatedCurve({ ...simulated, limit: 1 }, POINTS, expected)).toFixed(0)} kB`,
	);
}

/** The operating curve of a rule, against a simulation. */
export function curves(): void {
	curve("rolling 11/14 within 45", { kind: "rolling", k: 11, n: 14 }, { k: 11, n: 14, streak: 0, limit: 45 });
	curve(
		"streak 5 and rolling 12/15 within 60",
		{
			kind: "all",
			rules: [
				{ kind: "streak", r: 5 },
				{ kind: "rolling", k: 12, n: 15 },
			],
		} as unknown as Rule,
		{ k: 12, n: 15, streak: 5, limit: 60 },
	);
}
