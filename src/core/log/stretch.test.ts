import { ladderWith, Phone } from "@/core/__tests__/phone";
import { inOpenSet, inSet, leaveFor, restingWith, takeBreak } from "@/core/commands/sets";
import { placeOn } from "@/core/pack/placing";
import { labelOf } from "./label";
import { noteFor } from "./noteFor";
import { stretchIn } from "./stretch";
import { breakWords, inTerms } from "./terms";
import { wrapUp } from "./wrap";

const ladder = ladderWith();
type Seen = Parameters<typeof inSet<"seen">>[2];

function inPlay(...all: Seen[]): Phone {
	const phone = new Phone().begin(ladder);
	phone.write(leaveFor(phone.newId, phone.view(), phone.set(), placeOn(ladder, "r2"), "own", { stretch: true }));
	for (const seen of all) phone.write(inSet(phone.set(), "seen", seen));
	return phone;
}

test("a stretch keeps what came, what was taken and what was off, and judges nothing", () => {
	const phone = inPlay({ what: "came" }, { what: "taken" }, { what: "off", position: "p1" }, { what: "came" });
	phone.write(inSet(phone.set(), "seen", { what: "off", position: "p1", direction: "short" }));
	expect(stretchIn(phone.visit().entries)).toEqual({ came: 3, taken: 1, off: { p1: 2 } });
	expect(phone.visit()).toMatchObject({ tries: [], verdict: { kind: "open", used: 0 } });
	const wraps = wrapUp(phone.view());
	expect(wraps).toMatchObject([{ tries: 0, stretch: { came: 3, taken: 1 } }]);
	const note = noteFor("Ida", "today", wraps);
	expect(note).toContain("Middle: no tries of their own. In play: 1 of 3 chances taken. In play, off: first 2.");
	expect(note).not.toContain("0 of 0");
});

test("what was touched by mistake is taken back", () => {
	const phone = inPlay({ what: "taken" }, { what: "came" });
	phone.undo();
	expect(stretchIn(phone.visit().entries)).toMatchObject({ came: 1, taken: 1 });
	phone.undo();
	expect(stretchIn(phone.visit().entries)).toBeNull();
});

/** As a field is touched. */
const see = (phone: Phone, body: Seen) =>
	phone.write(inOpenSet(phone.newId, phone.set(), { kind: "seen", body }, restingWith(phone.view(), phone.set())));

test("the first touch after a break goes on in the next stretch, in the form to come back with", () => {
	const phone = inPlay({ what: "taken" }, { what: "came" });
	phone.write(takeBreak(phone.view(), phone.set(), 3, "easier"));
	expect(phone.set().open).toBe(false);
	see(phone, { what: "taken", label: "old club" });
	expect(phone.set()).toMatchObject({ open: true, stretch: true, variation: "easier" });
	expect(stretchIn(phone.visit().entries, phone.set().id)).toMatchObject({ came: 1, taken: 1 });
	see(phone, { what: "came", label: "old club" });
	const [rung] = wrapUp(phone.view());
	expect(rung && inTerms(rung)).toEqual([
		"in play: 1 of 2 chances taken",
		"in play, slower, old club: 1 of 2 chances taken",
	]);
	expect(rung && breakWords(rung)).toEqual(["a break of 3 minutes, then slower"]);
	expect(labelOf(phone.view(), "student")).toBe("old club");
});

test("let adjust counts what is seen in play", () => {
	const phone = inPlay({ what: "taken" }).row("c");
	see(phone, { what: "came" });
	see(phone, { what: "off", position: "p1" });
	expect(phone.advice()).toMatchObject({
		line: "let-adjust",
		reason: "Cue given, seen 2 times since. Wait 1 more time before the next cue.",
	});
	see(phone, { what: "taken" });
	expect(phone.advice().line).not.toBe("let-adjust");
});
