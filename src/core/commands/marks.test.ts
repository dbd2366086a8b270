import { ladderWith, Phone } from "@/core/__tests__/phone";
import { gates } from "@/core/ladder/rung";
import type { Attempt } from "@/core/log/kinds";
import { placeOn } from "@/core/pack/placing";
import { HELD_BACK, MISSED, marked, marksOn, remarked, touched, tryToMark } from "./marks";
import { leaveFor } from "./sets";
import { amendAttempt } from "./tries";

const plain: Attempt = { result: "hit", off: [], judged: true };

describe("a touch on a mark", () => {
	test.each(["p1", "other", HELD_BACK, MISSED])("%s says of a try what it says before one", (id) => {
		let [marks, attempt] = [{}, { ...plain, ...(id === HELD_BACK ? { committed: true } : {}) }] as [
			Record<string, "off" | "short" | "beyond">,
			Attempt,
		];
		for (let i = 0; i < 5; i++) {
			marks = touched(marks, id);
			attempt = remarked(attempt, id);
			expect(marksOn(attempt)).toEqual(marks);
			expect(marksOn(marked(plain, marks))).toEqual(marks);
		}
	});
	test("leaves what it does not speak of", () => {
		const was: Attempt = {
			...plain,
			off: [
				{ position: "p2", direction: "short" },
				{ position: "x", name: "grip" },
			],
			label: "new",
		};
		expect(remarked(was, "p1")).toEqual({ ...was, off: [...was.off, { position: "p1" }] });
		expect(remarked(remarked(was, "x"), "x").off).toContainEqual({ position: "x", name: "grip", direction: "beyond" });
	});
});

describe("a mark belongs to its try", () => {
	const numberOf = (phone: Phone) => tryToMark(phone.view())?.n ?? null;
	test.each(gates)("gate %s: the latest try; none before the rung's first", (gate) => {
		const phone = new Phone().begin(ladderWith({ gate }), "r2");
		expect(numberOf(phone)).toBeNull();
		phone.row("ggm");
		expect(numberOf(phone)).toBe(3);
		const tried = tryToMark(phone.view());
		phone.write(amendAttempt(phone.set(), tried?.tried.id ?? "", remarked(tried?.tried.body ?? plain, "p1")));
		// The same try still, and as it is marked now.
		expect(numberOf(phone)).toBe(3);
		expect(tryToMark(phone.view())?.tried.body.off).toContainEqual({ position: "p1" });
	});
	test("once the coach has gone on to another rung, a mark waits for its first try", () => {
		const ladder = ladderWith();
		const phone = new Phone().begin(ladder, "r2").row("gg");
		phone.write(
			leaveFor(phone.newId, phone.view(), phone.set(), placeOn(ladder, "r3"), "own", { elsewhere: "here today" }),
		);
		expect(numberOf(phone)).toBeNull();
		phone.row("g");
		expect(numberOf(phone)).toBe(1);
	});
});
