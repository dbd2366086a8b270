import { ladderWith, Phone } from "@/core/__tests__/phone";
import type { Attempt } from "@/core/log/kinds";
import { amendAttempt, corrected, insertAfter } from "./tries";

/** What a correction does not speak of stays as it was logged. */

const said: Attempt = { result: "hit", off: [], judged: true };

test.each<[keyof Attempt, Partial<Attempt>]>([
	["late", { late: true }],
	["beforeCheck", { beforeCheck: true }],
	["variation", { variation: "easier" }],
	["namedFirst", { namedFirst: true }],
	["assisted", { assisted: true }],
	["effort", { effort: 7 }],
	["called", { called: "low" }],
	["answer", { answer: "left" }],
	["measure", { measure: { value: 2, unit: "m" } }],
	["rating", { rating: 8 }],
	["length", { length: 14 }],
	["chose", { chose: "wrong" }],
	["cameOff", { cameOff: false }],
	["label", { label: "long club" }],
])("%s", (name, fact) => {
	const was: Attempt = { result: "miss", off: [{ position: "p1" }], judged: true, ...fact };
	expect(corrected(was, said)).toEqual({ ...said, ...fact });
	const other = { ...said, [name]: undefined };
	expect(corrected(was, other)[name]).toEqual(was[name]);
});

test("but what it was off in, where it broke and that it did not count are said anew", () => {
	const was: Attempt = { result: "miss", off: [{ position: "p1" }], judged: true, noCount: true, brokeAt: "toss" };
	expect(corrected(was, said)).toEqual(said);
});

test("a late try that is corrected to good meets no timed rule", () => {
	const timed = ladderWith({ rule: { kind: "count", c: 2, seconds: 30 }, gate: "result", watch: [] });
	const phone = new Phone().begin(timed).row("g");
	const late = phone.attempt({ result: "miss", off: [], judged: true, late: true });
	const was = phone.visit().tries.at(-1)?.body as Attempt;
	phone.write(amendAttempt(phone.set(), late, corrected(was, said)));
	expect(phone.visit().tries.at(-1)).toMatchObject({ good: true, amended: true });
	expect(phone.visit().verdict.kind).toBe("open");
});

describe("a try that was forgotten in an earlier set", () => {
	const twoSets = () => {
		const phone = new Phone().begin(ladderWith({ gate: "result", watch: [] })).row("gm");
		const [first] = phone.visit().tries;
		phone.write([{ kind: "set.closed", set: phone.set().id, body: { reason: "rest" } }]);
		phone.row("mm");
		return { phone, first: first?.id ?? "" };
	};
	test("stands in that set, whatever set is in hand", () => {
		const { phone, first } = twoSets();
		phone.write(insertAfter(phone.set(), first, said));
		const marks = phone
			.visit()
			.tries.map(({ good, inserted, set }) => `${good ? "g" : "m"}${inserted ? "!" : ""} ${set}`);
		const [one, two] = phone.view().sets.map(({ id }) => id);
		expect(marks).toEqual([`g ${one}`, `g! ${one}`, `m ${one}`, `m ${two}`, `m ${two}`]);
		expect(phone.visit().verdict.used).toBe(5);
	});
});
