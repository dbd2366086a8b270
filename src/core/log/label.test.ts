import { ladderWith, Phone } from "@/core/__tests__/phone";
import { leaveFor } from "@/core/commands/sets";
import { placeOn } from "@/core/pack/placing";
import { labelOf } from "./label";

const good = { result: "hit", off: [], judged: true } as const;

test("a label holds for its student, through rungs and other students, until another is said", () => {
	const ladder = ladderWith();
	const other = { ...ladder, id: "other", student: "zoe" };
	const phone = new Phone().begin(ladder, "r2");
	const turn = (to: typeof ladder, rung: string) =>
		phone.write(
			leaveFor(phone.newId, phone.view(), phone.set(), placeOn(to, rung), "own", { elsewhere: "here today" }),
		);
	const labels = () => ["student", "zoe"].map((one) => labelOf(phone.view(), one));
	expect(labels()).toEqual(["", ""]);
	phone.attempt({ ...good, off: [], label: "new grip" });
	turn(ladder, "r3");
	expect(labels()).toEqual(["new grip", ""]);
	turn(other, "r2");
	phone.attempt({ ...good, off: [], label: "old grip" });
	expect(labels()).toEqual(["new grip", "old grip"]);
	phone.attempt({ ...good, off: [] });
	expect(labels()).toEqual(["new grip", ""]);
});

test("a word that was called is never the label in hand", () => {
	const phone = new Phone().begin(ladderWith(), "r2");
	phone.attempt({ ...good, off: [], label: "new grip" });
	phone.attempt({ ...good, off: [], label: "high", nth: 0 });
	expect(labelOf(phone.view(), "student")).toBe("new grip");
});
