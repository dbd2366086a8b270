import { ladderWith, Phone } from "@/core/__tests__/phone";
import type { Rule } from ".";

test("a bout left unfinished belongs to its set", () => {
	const bouts = ladderWith({ rule: { kind: "bouts", a: 2, b: 2, k: 1, n: 1 } as Rule, gate: "result", limit: 20 });
	const phone = new Phone().begin(bouts).row("g");
	phone.write([{ kind: "set.closed", set: phone.set().id, body: { reason: "rest" } }]);
	expect(phone.row("g").visit().verdict.kind).toBe("open");
	expect(phone.row("g").visit().verdict.kind).toBe("met");
});
