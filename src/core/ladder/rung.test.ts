import { parse } from "@/core/refusals/refusals";
import { type Rule, ruleKinds } from "@/core/rules";
import { scales } from "@/core/rules/scale";
import { LadderToSave } from "./ladder";
import { fewestOf } from "./passable";
import { freshRung, RungSettings } from "./rung";

/** What a rung may be saved with: by its own outcomes, whatever they are called. */

const decisions = [{ situation: "high", right: [{ answer: "duck", reason: "" }] }];
const on = (rule: Rule, settings: Partial<RungSettings>) => ({ ...freshRung("Rung"), ...settings, rule });
const saved = (settings: RungSettings) =>
	parse(LadderToSave, { side: "none", policy: "mastery", start: null, rungs: [{ id: "r", settings }] });

describe.each(Object.entries(scales))("outcomes %s", (_, scale) => {
	const best = Object.fromEntries(scale.map(({ code, success }) => [code, success ? 2 : -1]));
	test.each(ruleKinds.map((kind) => [kind.title, kind] as const))("%s", (_, { fresh }) => {
		const rule = fresh.kind === "points" ? ({ kind: "points", weights: best, target: 4 } as Rule) : fresh;
		const rung = on(rule, { scale, decisions });
		const fewest = fewestOf(rung) as number;
		expect(fewest).toBeGreaterThan(0);
		if (rule.kind === "points") expect(fewest).toBe(2);
		expect(saved({ ...rung, limit: fewest }).ok).toBe(true);
		if (fewest > 1)
			expect(saved({ ...rung, limit: fewest - 1 })).toMatchObject({
				refusals: [{ sentence: expect.stringContaining(String(fewest)) }],
			});
		// What was run under it was run: an event that carries it is read.
		expect(parse(RungSettings, { ...rung, limit: 1 }).ok).toBe(true);
	});
});

test("a rule that no outcome of the rung can meet is refused in a sentence that names them", () => {
	const rule: Rule = { kind: "points", weights: { clean: 2, hit: 0, miss: -1 }, target: 4 };
	const said = saved(on(rule, { limit: 30 }));
	expect(said.ok ? "" : said.refusals[0]).toMatchObject({
		path: "rungs.0.settings.rule",
		sentence: expect.stringContaining(
			'"Rung" can never be passed: no series of its outcomes (hit, miss) meets its rule',
		),
	});
});
