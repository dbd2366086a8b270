import { ladderWith, Phone } from "@/core/__tests__/phone";
import { inSet, leaveFor } from "@/core/commands/sets";
import { placeOn } from "@/core/pack/placing";
import { noteFor } from "./noteFor";
import { stretchIn } from "./stretch";
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
	expect(note).toContain("Middle: no tries of their own. In play, taken 1 of 3 times it came. In play, off: first 2.");
	expect(note).not.toContain("0 of 0");
});

test("what was touched by mistake is taken back", () => {
	const phone = inPlay({ what: "taken" }, { what: "came" });
	phone.undo();
	expect(stretchIn(phone.visit().entries)).toMatchObject({ came: 1, taken: 1 });
	phone.undo();
	expect(stretchIn(phone.visit().entries)).toBeNull();
});
