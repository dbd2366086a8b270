import { ladderWith, Phone } from "@/core/__tests__/phone";
import { closeSet, leaveFor, openAgain } from "@/core/commands/sets";
import { hashEvent } from "@/core/log/parseEvent";
import { placeOn } from "@/core/pack/placing";
import type { Rule } from ".";

const ladder = ladderWith({ rule: { kind: "bouts", a: 3, b: 2, k: 1, n: 1 } as Rule, gate: "result", limit: 20 });
const begun = () => new Phone().begin(ladder).row("ggx");
const large = (phone: Phone) => {
	const visit = phone.visit();
	return visit.judgements.own.progress.large;
};

test.each<[string, (phone: Phone) => void]>([
	["a rest", (phone) => phone.write([closeSet(phone.set(), "rest")])],
	[
		"another student is looked at, and back",
		(phone) => {
			const other = { ...ladder, id: "other", student: "zoe" };
			phone.write(leaveFor(phone.newId, phone.view(), phone.set(), placeOn(other, "r2")));
			phone.write(leaveFor(phone.newId, phone.view(), phone.set(), placeOn(ladder, "r2")));
		},
	],
	["a new set is opened", (phone) => phone.write(openAgain(phone.newId, phone.set(), null))],
])("an unfinished bout goes on after %s", (_, happens) => {
	const phone = begun();
	expect(large(phone)).toBe("2 : 1");
	happens(phone);
	expect(large(phone)).toBe("2 : 1");
	phone.row("g");
	expect(phone.visit().verdict.kind).toBe("met");
});

test("sets of before are read as they were: a bout left unfinished belonged to its set", () => {
	const phone = begun();
	phone.write([closeSet(phone.set(), "rest")]);
	phone.row("g");
	for (const [i, event] of phone.events.entries())
		if (event.kind === "set.opened") {
			const { boutsGoOn: _, ...body } = event.body;
			phone.events[i] = hashEvent({ ...event, body });
		}
	expect(phone.visit().judgements.own.progress.large).toBe("1 : 0");
	expect(phone.visit().verdict.kind).toBe("open");
});
