import { ladderWith, Phone } from "@/core/__tests__/phone";
import { tallyIn } from "@/core/commands/tries";
import { digestLesson } from "@/core/digest/lessonDigest";
import { loadOf } from "@/core/load/inLesson";
import { type Rule, ruleKinds } from "@/core/rules";
import { foldLesson } from "./fold";
import { inTerms } from "./terms";
import { wrapUp } from "./wrap";

const scored = (rule: Rule, body: { good: number; tries: number; seconds?: number; score?: boolean }) => {
	const phone = new Phone().begin(
		ladderWith({ rule, gate: "result", limit: 30, loads: { shoulders: 2 } as never }),
		"r2",
	);
	phone.write(tallyIn(phone.newId, phone.set(), body));
	return phone;
};
const rules = ruleKinds.map(({ fresh }) => fresh as Rule);

test.each(rules.map((rule) => [rule.kind, rule] as const))(
	"%s: a score is no tries: no rate, no limit, and no pass but of a count",
	(kind, rule) => {
		const most = { good: 500, tries: 500, score: true };
		const phone = scored(rule, { ...most, seconds: 5 });
		const visit = phone.visit();
		expect(visit.verdict).toMatchObject({ used: 0, left: 30 });
		const joined = "rules" in rule ? rule.rules : [rule];
		const passes =
			kind === "any" ? joined.some((one) => one.kind === "count") : joined.every((one) => one.kind === "count");
		expect([kind, visit.verdict.kind === "met"]).toEqual([kind, passes]);
		const [rung] = wrapUp(phone.view());
		expect(rung).toMatchObject({ tries: 0, good: 0 });
		expect(digestLesson("lesson", phone.view()).rungs[0]).toMatchObject({ tries: 0, good: 0, marks: "" });
		// The body knows each of them.
		expect(loadOf(phone.view(), "student")).toMatchObject({ shoulders: 1000 });
	},
);

const count: Rule = { kind: "count", c: 12, seconds: 60 };
test.each([
	["at least as many in no more than its seconds", { good: 12, seconds: 60 }, true],
	["in fewer seconds", { good: 12, seconds: 5 }, true],
	["too few", { good: 11, seconds: 60 }, false],
	["in more seconds", { good: 40, seconds: 61 }, false],
	["a total, in no time that anybody knows", { good: 40 }, false],
])("a count is passed by a score of %s", (_, body, passes) => {
	const visit = scored(count, { ...body, tries: body.good, score: true }).visit();
	expect(visit.verdict.kind === "met").toBe(passes);
});

test("bests compare equal seconds: a round of five seconds is no best in sixty", () => {
	const phone = scored(count, { good: 42, tries: 42, seconds: 5, score: true });
	phone.write(tallyIn(phone.newId, phone.set(), { good: 9, tries: 9, seconds: 60, score: true }));
	expect(wrapUp(phone.view()).flatMap((rung) => inTerms(rung))).toEqual([
		"best set 9 in 60 seconds",
		"42 in 5 seconds",
	]);
});

test("what was called out before scores were told apart is read as what it was; so many of so many stays a tally", () => {
	const streak: Rule = { kind: "streak", r: 3 };
	expect(scored(streak, { good: 4, tries: 4, seconds: 5 }).visit()).toMatchObject({
		tallies: [],
		scores: [{ count: 4, seconds: 5 }],
	});
	expect(scored(streak, { good: 4, tries: 4, seconds: 5 }).visit().verdict.kind).toBe("open");
	const tallied = scored(streak, { good: 7, tries: 9, seconds: 60 }).visit();
	expect(tallied).toMatchObject({ scores: [], tallies: [{ good: 7, tries: 9 }], verdict: { used: 9 } });
	expect(scored(streak, { good: 4, tries: 4 }).visit().verdict.kind).toBe("met");
});

test("any order of arrival folds the same", () => {
	const phone = scored(count, { good: 12, tries: 12, seconds: 60, score: true }).row("gmg");
	expect(foldLesson([...phone.events].reverse())).toEqual(phone.view());
});
