import { ladderWith, Phone, type settingsWith } from "@/core/__tests__/phone";
import { changedHere } from "@/core/pack/changed";
import type { PackLadder } from "@/core/pack/pack";
import { versioned } from "@/core/pack/packLadder";
import { freshened } from "@/core/pack/placing";
import { scales } from "@/core/rules/scale";
import { closeBoth, inOpenSet, runUnder } from "./sets";
import { waitingOn } from "./waiting";

const rule = { kind: "points", weights: { hit: 1, miss: -2 }, target: 5 } as const;
const ladder = ladderWith({ gate: "result", rule });
const edited = (change: Parameters<typeof settingsWith>[0]): PackLadder => ({
	...ladder,
	rungs: versioned(
		ladder.rungs.map(({ id, settings }) => ({
			id,
			settings: id === "r2" ? { ...settings, ...change } : settings,
		})),
	),
});
const hit = { result: "hit", off: [], judged: false };

/** A set is closed, the ladder edited, and the next touch opens a set as the rung stands then. */
function nextSet(phone: Phone, now: PackLadder, result = "hit"): void {
	phone.write(closeBoth(phone.view(), phone.set(), "rest"));
	const set = { ...phone.set(), placing: freshened(phone.set().placing, now) };
	phone.write(inOpenSet(phone.newId, set, { kind: "attempt", body: { ...hit, result } }, null));
}

test.each([
	["rule", { rule: { kind: "streak", r: 3 } }],
	["weights", { rule: { ...rule, weights: { hit: 2, miss: -1 } } }],
	["gate", { gate: "commitment" }],
	["outcomes", { scale: scales["clean, rough or miss"] }],
] as const)(
	"an edited %s holds from the next set on, in a visit of its own; what was tried before is read as it was",
	(_, change) => {
		const phone = new Phone().begin(ladder).row("ggg");
		const before = phone.visit();
		nextSet(phone, edited(change as never));
		expect(phone.visit().key).not.toBe(before.key);
		expect(phone.visit().tries).toHaveLength(1);
		expect(phone.visit().placing.settings).toMatchObject(change);
		expect(phone.view().visits.find(({ key }) => key === before.key)?.judgements.own.progress.value).toBe(3);
		// It goes on there, try for try, as folded at once.
		phone.row("g");
		expect(phone.visit().tries).toHaveLength(2);
		// The day's limit counts on.
		expect(phone.visit().verdict.used).toBe(5);
	},
);

test("an edit that no rule looks at keeps the visit", () => {
	const phone = new Phone().begin(ladder).row("gg");
	nextSet(phone, edited({ drill: "Eyes up." }));
	expect(phone.visit().tries).toHaveLength(3);
	expect(phone.visit().placing.settings.drill).toBe("Eyes up.");
});

test("what was changed in the lesson stays where nothing was edited, and gives way to an edit", () => {
	const phone = new Phone().begin(ladder);
	phone.write(
		runUnder(phone.newId, phone.view(), phone.set(), changedHere(phone.set().placing, ladder, { triesPerSet: 5 })),
	);
	expect(freshened(phone.set().placing, ladder)).toBe(phone.set().placing);
	nextSet(phone, ladder);
	expect(phone.set().placing.settings.triesPerSet).toBe(5);
	expect(freshened(phone.set().placing, edited({ limit: 20 })).settings).toMatchObject({ limit: 20, triesPerSet: 9 });
});

test("a ladder turned to again is gone on with as its rung stands now; a rung that is gone stays as it was", () => {
	const phone = new Phone().begin(ladder).row("g");
	const now = edited({ rule: { kind: "streak", r: 4 } });
	expect(waitingOn(phone.view(), now)[0].settings.rule).toEqual({ kind: "streak", r: 4 });
	const gone = { ...ladder, rungs: ladder.rungs.filter(({ id }) => id !== "r2") };
	expect(freshened(phone.set().placing, gone)).toBe(phone.set().placing);
	expect(freshened(phone.set().placing, null)).toBe(phone.set().placing);
});
