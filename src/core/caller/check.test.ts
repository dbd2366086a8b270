import { settingsWith } from "@/core/__tests__/phone";
import { LadderToSave } from "@/core/ladder/ladder";
import { parse } from "@/core/refusals/refusals";
import { calledOn } from "./called";
import { callerRefusals, freshCaller } from "./check";
import type { Caller } from "./settings";

const caller = (change: Partial<Caller> = {}): Caller => ({ ...freshCaller(["A", "B", "C"], 1), ...change });
const refused = (change: Partial<Caller>) => {
	const one = caller(change);
	return callerRefusals(one, one.all).map(({ path, sentence }) => `${path}: ${sentence}`);
};

test("what can be called is taken", () => {
	expect(refused({})).toEqual([]);
	expect(refused({ beat: { every: 3, spread: 1 }, order: { kind: "every other", fixed: "B" } })).toEqual([]);
	expect(refused({ all: ["old", "new"], variants: true, order: { kind: "in turn", each: 1 } })).toEqual([]);
});

test.each<[Partial<Caller>, string]>([
	[{ all: [] }, "all: The caller has nothing to call. Name at least two."],
	[{ all: ["A"] }, "all: The caller has one thing only to call. Name at least two."],
	[{ all: ["A", "B", "A"] }, "all: The caller has one thing in two places. Remove one of them."],
	[{ variants: true }, "all: Two ways are compared, but 3 are named. Keep two of them."],
	[
		{ order: { kind: "every other", fixed: "Z" } },
		'order: The caller\'s order names "Z", which is not called on this rung. Choose one of A, B, C.',
	],
	[
		{ order: { kind: "weighted", weights: { A: 1, Z: 2 } } },
		'order: The caller\'s order names "Z", which is not called on this rung. Choose one of A, B, C.',
	],
	[
		{ order: { kind: "weighted", weights: { A: 0, B: 0, C: 0 } } },
		"order: Every weight is 0, so there would be no calls. Give one of them more.",
	],
	[{ beat: { every: 0, spread: 0 } }, "beat: Beat: enter 0.5 to 120 seconds, not 0."],
	[
		{ beat: { every: 2, spread: 1.8 } },
		"beat: Vary by: enter 0 seconds or more, with no gap under 0.5 seconds, not 1.8.",
	],
])("what cannot be is refused in a sentence: %j", (change, sentence) => {
	expect(refused(change)).toContain(sentence);
});

test("what is called: situations of decisions, else the rule's targets, else its own list; two ways always its own", () => {
	const decisions = [
		{ situation: "red", right: [{ answer: "pass", reason: "" }] },
		{ situation: "blue", right: [{ answer: "self", reason: "" }] },
	];
	const on = (change: Parameters<typeof settingsWith>[0]) => calledOn(settingsWith({ caller: caller(), ...change }));
	expect(on({})).toEqual(["A", "B", "C"]);
	expect(on({ rule: { kind: "spread", each: 1, targets: ["near", "far"] } })).toEqual(["near", "far"]);
	expect(on({ decisions, rule: { kind: "decision", k: 1, n: 2 } })).toEqual(["red", "blue"]);
	expect(on({ decisions, caller: caller({ all: ["old", "new"], variants: true }) })).toEqual(["old", "new"]);
});

test("a ladder whose caller cannot call is not saved, and says on which rung", () => {
	const ladder = {
		side: "none",
		policy: "mastery",
		start: null,
		rungs: [{ id: "r1", settings: settingsWith({ name: "Wall dots", caller: caller({ all: ["A"] }) }) }],
	};
	const read = parse(LadderToSave, ladder);
	expect(read.ok ? [] : read.refusals).toContainEqual({
		path: "rungs.0.settings.caller.all",
		sentence: '"Wall dots": The caller has one thing only to call. Name at least two.',
	});
});
