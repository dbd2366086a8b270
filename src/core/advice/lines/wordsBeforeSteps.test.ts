import { ladderWith, Phone } from "@/core/__tests__/phone";
import { leaveFor } from "@/core/commands/sets";
import type { Elsewhere } from "@/core/log/kinds";
import { placeOn } from "@/core/pack/placing";

/** A fault is not forgotten, words come before steps, and down is down. */

const on = (change = {}) => new Phone().begin(ladderWith({ gate: "both", watch: ["p1", "p2"], ...change }), "r2");

describe("a run without a word stays", () => {
	test.each([
		["four of the last six, with good ones between", "1g1g11", "correct", "p1"],
		["four of the last six, with another fault between", "112112", "correct", "p1"],
		["three of the last six are too few", "1g1g1g", "carry-on", undefined],
		["in two directions they are no one fault", "agAgaA", "carry-on", undefined],
	])("%s", (_, marks, line, position) => {
		const { line: said, position: about } = on().row(marks).advice();
		expect([said, about]).toEqual([line, position]);
	});
	test("once there was a word on it, it is answered", () => {
		expect(on().row("1g1g11c").advice().line).toBe("let-adjust");
		// And what was said on another rung today was said: it is not told that nobody has.
		const ladder = ladderWith({ gate: "both", watch: ["p1", "p2"] });
		const phone = new Phone().begin(ladder, "r2").row("gcg");
		phone.write(
			leaveFor(phone.newId, phone.view(), phone.set(), placeOn(ladder, "r3"), "own", { elsewhere: "here today" }),
		);
		expect(phone.row("111").advice().reason).toContain("no cue on it since");
	});
});

describe("words before steps", () => {
	test("too hard waits while one position carries half of what was off and had no word", () => {
		const phone = on({ correctAfter: 6 }).row("1m1m1mmm1mm");
		expect(phone.advice().line).not.toBe("too-hard");
		expect(phone.row("cmmm").advice().line).toBe("too-hard");
	});
	test("where nothing was tagged it does not wait", () => {
		expect(on({ correctAfter: 6 }).row("xxxxxxxxx").advice().line).toBe("too-hard");
	});
});

describe("down is down", () => {
	const ladder = { ...ladderWith({ gate: "result", easier: "" }), peg: "r3" };
	const workedOn = (rung: string, elsewhere: Elsewhere | null) => {
		const phone = new Phone().begin(ladder, "r3");
		phone.write(
			leaveFor(phone.newId, phone.view(), phone.set(), placeOn(ladder, rung), "own", elsewhere ? { elsewhere } : {}),
		);
		return phone.row("xxxxxxxxx");
	};
	test("below the peg, failing leads to the rung below as work of today, and the peg stays", () => {
		const phone = workedOn("r2", "here today");
		expect(phone.advice()).toMatchObject({
			title: expect.stringContaining("A rung down, just today: Low"),
			act: { kind: "here", to: "r1" },
		});
		phone.follow(ladder);
		expect(phone.set()).toMatchObject({ elsewhere: "here today", placing: { rung: "r1" } });
		expect(phone.view().moves).toEqual([]);
	});
	test("at the bottom it is set aside, or eased where there is an easier form", () => {
		expect(workedOn("r1", "here today").advice().act).toEqual({ kind: "next" });
	});
	test("back to the peg only where that is lower", () => {
		const low = { ...ladder, peg: "r1" };
		const phone = new Phone().begin(low, "r1");
		phone.write(
			leaveFor(phone.newId, phone.view(), phone.set(), placeOn(low, "r2"), "own", { elsewhere: "here today" }),
		);
		expect(phone.row("xxxxxxxxx").advice()).toMatchObject({ act: { kind: "peg" } });
	});
});
