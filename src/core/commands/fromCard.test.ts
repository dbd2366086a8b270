import fc from "fast-check";
import { ladderWith } from "@/core/__tests__/phone";
import { tallyRefusal } from "@/core/rules/tally";
import { plainAttempt } from "./assess";
import { fromCard } from "./fromCard";

const ladder = ladderWith();
const day = { practised: "2026-03-01", today: "2026-03-01" };
let n = 0;
const entered = (ticked: Parameters<typeof fromCard>[3]) =>
	fromCard(() => `id-${n++}`, "lesson", ladder, ticked, "From the card.", day);

test("a lesson of its own: a set and a tally a rung, opened and closed", () => {
	const made = entered([
		{ rung: "r1", tries: 9, good: 6 },
		{ rung: "r2", tries: 0, good: 0 },
		{ rung: "r3", tries: 4, good: 4 },
	]);
	if (!made.ok) throw new Error("refused");
	expect(made.value.map(({ kind }) => kind)).toEqual([
		"lesson.opened",
		...["set.opened", "tally", "set.closed"],
		...["set.opened", "tally", "set.closed"],
		"lesson.closed",
	]);
	expect(made.value.every(({ lesson }) => lesson === "lesson")).toBe(true);
	const [first] = made.value.filter(({ kind }) => kind === "tally");
	expect(first?.body).toEqual({ tries: 9, good: 6 });
	expect(made.value[0]?.body).toMatchObject({ fromCard: true });
});

test("an eased rung is entered as its easier variation", () => {
	const eased = { ...ladder, limits: [{ rung: "r2", what: "eased" as const, reason: "Eased." }] };
	const made = fromCard(() => `id-${n++}`, "lesson", eased, [{ rung: "r2", tries: 5, good: 3 }], "", day);
	if (!made.ok) throw new Error("refused");
	expect(made.value[1]?.body).toMatchObject({ variation: "easier" });
});

test("any numbers are either a tally that can have happened, or refused by the rung's name", () => {
	fc.assert(
		fc.property(fc.integer({ min: -2, max: 600 }), fc.integer({ min: -2, max: 600 }), (tries, good) => {
			const made = entered([{ rung: "r1", tries, good }]);
			if (made.ok)
				for (const one of made.value) expect(one.kind === "tally" ? tallyRefusal(one.body) : null).toBeNull();
			else expect(made.refusals[0]?.sentence).toMatch(/"|Nothing was entered/);
			expect(made.ok).toBe(tries >= 1 && tries <= 500 && good >= 0 && good <= tries);
		}),
	);
});

test("a plain word becomes an attempt that the rung's own gate reads the same way", () => {
	expect(plainAttempt({ gate: "form" }, false)).toMatchObject({ result: "miss", off: [{ position: "other" }] });
	expect(plainAttempt({ gate: "form" }, true)).toMatchObject({ result: "hit", off: [] });
	expect(plainAttempt({ gate: "commitment" }, true)).toMatchObject({ committed: true });
	expect(plainAttempt({ gate: "result" }, false).off).toEqual([]);
});

test("it bears the day it was practised on, and none that has not come", () => {
	const on = (practised: string) =>
		fromCard(() => `id-${n++}`, "lesson", ladder, [{ rung: "r1", tries: 5, good: 3 }], "", {
			practised,
			today: "2026-03-01",
		});
	const made = on("2026-02-26");
	expect(made.ok && made.value[1]).toMatchObject({ kind: "lesson.dated", body: { day: "2026-02-26" } });
	expect(on("2026-03-02")).toMatchObject({ ok: false, refusals: [{ path: "day" }] });
});
