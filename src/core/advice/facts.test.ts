import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { switchTo } from "@/core/commands/sets";
import type { Visit } from "@/core/log/view";
import { placeOn } from "@/core/pack/placing";
import { type Advice, adviseOn } from ".";

/** What the advice says, counted once more from the attempts: numbers in a sentence are true, and it goes when its cause goes. */

const ladder = ladderWith({ rule: { kind: "rolling", k: 9, n: 12 }, limit: 60, easier: "slower" });
const on = (marks: string, of = ladder) => new Phone().begin(of).row(marks);

describe("over-corrected", () => {
	test("stands while the swing is fresh, and ends with the next try that has the position on", () => {
		expect(on("aaacA").advice().line).toBe("over-corrected");
		expect(on("aaacAA").advice().line).toBe("over-corrected");
		expect(on("aaacAg").advice().line).not.toBe("over-corrected");
		expect(on("aaacAm").advice().line).not.toBe("over-corrected");
		expect(on("aaacAgggggggg").advice().line).toBe("carry-on");
	});
	test("a miss nobody looked into says nothing: it ends after the tries to adjust at the latest", () => {
		expect(on("aaacAxx").advice().line).toBe("over-corrected");
		expect(on("aaacAxxx").advice().line).not.toBe("over-corrected");
	});
	test("never hides that a rung is too hard, that a cue does not take, or another position", () => {
		expect(on("aaacAxxxxxxx").advice().line).toBe("too-hard");
		expect(on("aaacAAAA").advice()).toMatchObject({ line: "correct", position: "p1" });
		expect(on("aaacAg222").advice()).toMatchObject({ line: "correct", position: "p2" });
	});
});

describe("the easier form", () => {
	const short = ladderWith({ rule: { kind: "rolling", k: 3, n: 4 }, limit: 36, easier: "slower" });
	const eased = (marks: string) => {
		const phone = new Phone().begin(short).row("xxxxxxxx").follow(short);
		expect(phone.set().variation).toBe("easier");
		return phone.row(marks);
	};
	test("says how many in a row bring it back, and leads back by three good in a row", () => {
		expect(eased("").advice().reason).not.toContain("0 more");
		expect(eased("g").advice().reason).toBe("Soonest back to the rung: 2 more good in a row.");
		const advice = eased("ggg").advice();
		expect(advice).toMatchObject({ line: "back-to-rung", act: { kind: "variation", to: "own" } });
		expect(advice.reason).toBe("3 good in a row on the easier form. Only the rung itself can be passed.");
		const phone = eased("ggg").follow(short);
		expect(phone.set().variation).toBe("own");
		expect(phone.row("ggg").advice()).toMatchObject({ line: "step-up" });
	});
	test("otherwise keeps still; where a limit eased it, it is the rung and nothing leads back", () => {
		expect(eased("ggg").otherwise().advice().line).toBe("carry-on");
		const limited = {
			...short,
			limits: [{ rung: "r2", what: "eased" as const, reason: "The shoulder is protected." }],
		};
		const phone = new Phone();
		phone.beginAt(placeOn(limited, "r2"));
		phone.write(switchTo(phone.newId, phone.set(), phone.set().placing, "easier"));
		phone.row("ggg");
		expect(phone.advice()).toMatchObject({ line: "step-up", reason: expect.stringContaining("easier form") });
		expect(phone.visit().verdict.kind).toBe("met");
	});
});

describe("numbers that are true", () => {
	test.each([
		["111", "Off in the last 3, no cue on it yet."],
		["11x1", "Off in 3 of the last 4, no cue on it yet."],
		["1c1gggg111", "Off in the last 3, no cue on it since."],
		["11cxggg1x11", "Off in 3 of the last 4, no cue on it since."],
	])("%s", (marks, reason) =>
		expect(
			on(marks)
				.advice()
				.reason.replace(/ Cue:.*/, ""),
		).toBe(reason),
	);
	test("still off in three of four, where one was not looked into; after a question it says so", () => {
		expect(on("111c11x1").advice().reason).toBe("first still off in 3 of 4 tries after the cue.");
		expect(on("111q111").advice().reason).toBe("first still off in 3 tries after the question.");
		expect(on("gq").advice().reason).toContain("Question asked just now");
		expect(on("gc").advice().reason).toContain("Cue given just now");
	});
	test("a bust that is no score is not said to be one", () => {
		const phone = on("xx");
		const view = phone.view();
		const visit = view.visits[0] as Visit;
		visit.verdict.kind = "not yet";
		expect(adviseOn(view, view.current as never).reason).toBe("The rule can no longer be met today. Try another day.");
	});
});

/** A reader who believes nothing: each number in the sentence is counted again from the attempts. */
function recount(advice: Advice, visit: Visit): string | null {
	const tries = visit.tries.filter(({ counted }) => counted);
	const reason = advice.reason.replace(/^Again: /, "");
	const off = (from: number, position: string) =>
		tries.slice(-from).filter(({ body }) => body.off.some((one) => one.position === position)).length;
	const p = advice.position ?? "";
	const last = /in the last (\d+), no cue/.exec(reason);
	if (last && off(Number(last[1]), p) !== Number(last[1]))
		return `off in the last ${last[1]}: ${off(Number(last[1]), p)}`;
	const part = /in (\d+) of the last (\d+), no cue/.exec(reason);
	if (part && off(Number(part[2]), p) !== Number(part[1])) return `${part[0]}: ${off(Number(part[2]), p)}`;
	const spoken = visit.entries.some(({ event }) => event.kind === "feedback" && event.body.position === p);
	if (reason.includes("no cue on it yet") && spoken) return "a word was given";
	const since = visit.entries.findLastIndex(
		({ event }) =>
			event.kind === "feedback" && event.body.type !== "confirmation" && (p === "" || event.body.position === p),
	);
	const after = visit.entries.slice(since + 1).filter((entry) => entry.try?.counted).length;
	const still = /still \S.* in (\d+) (?:of (\d+) )?tr/.exec(reason);
	if (still && after < Number(still[2] ?? still[1])) return `${still[0]}: ${after} since`;
	const word = visit.entries[since]?.event;
	if (word?.kind === "feedback" && /(cue|question)/.test(reason) && advice.line === "let-adjust") {
		const said = reason.startsWith("Question") ? "question" : "correction";
		if (word.body.type !== said) return `the last word was a ${word.body.type}`;
	}
	const hard = /^(\d+) of (\d+) good/.exec(reason);
	if (hard && Number(hard[1]) > Number(hard[2])) return hard[0];
	return null;
}

const marks = fc.string({ unit: fc.constantFrom(...[..."ggmx112aAcdqktn"]), maxLength: 40 });

test("every sentence is true of the tries it speaks of, in a thousand lessons", () => {
	fc.assert(
		fc.property(marks, fc.constantFrom(2, 3), (row, correctAfter) => {
			const phone = new Phone().begin(ladderWith({ correctAfter, rule: { kind: "rolling", k: 9, n: 12 }, limit: 60 }));
			for (const mark of row) {
				phone.row(mark);
				expect(recount(phone.advice(), phone.visit())).toBeNull();
			}
		}),
		{ numRuns: cases(250) },
	);
});

test("a line that comes back within two tries with nothing new says that it is the same one", () => {
	fc.assert(
		fc.property(fc.string({ unit: fc.constantFrom(..."gxx112"), minLength: 10, maxLength: 30 }), (row) => {
			const phone = new Phone().begin(ladderWith({ rule: { kind: "rolling", k: 12, n: 12 }, limit: 60 }));
			const seen: Advice[] = [];
			for (const mark of row) seen.push(phone.row(mark).advice());
			for (const [i, now] of seen.entries()) {
				if (!["correct", "too-hard"].includes(now.line)) continue;
				const same = (one: Advice | undefined) => one?.line === now.line && one.position === now.position;
				const cameBack = !same(seen[i - 1]) && i > 1 && same(seen[i - 2]);
				if (cameBack) expect(now.reason).toMatch(/^Again: /);
			}
		}),
		{ numRuns: cases(200) },
	);
});
