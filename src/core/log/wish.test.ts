import { ladderWith, Phone } from "@/core/__tests__/phone";
import { openedAs, wishFor } from "@/core/commands/begin";
import { openSet } from "@/core/commands/sets";
import { digestLesson } from "@/core/digest/lessonDigest";
import { placeOn } from "@/core/pack/placing";
import { wishesOf, wishOf } from "./wish";

/** Three in one lesson, the first of whom it was opened for. */
const three = ["student", "zoe", "ada"];
const together = (): Phone => {
	const ladder = ladderWith();
	const phone = new Phone().begin(ladder);
	for (const student of three.slice(1))
		phone.write([openSet(phone.newId, placeOn({ ...ladder, id: `of-${student}`, student }, "r2"))]);
	return phone;
};

test("each wants what was said for them, whoever was first and whoever is in hand", () => {
	const phone = together();
	phone.write(openedAs(phone.view(), { wish: "five in a row" }));
	phone.write(wishFor(phone.view(), "zoe", "the high one"));
	expect(wishesOf(phone.view(), three)).toEqual([
		{ student: "student", wish: "five in a row" },
		{ student: "zoe", wish: "the high one" },
	]);
	expect(wishOf(phone.view(), "ada")).toBe("");
	phone.write(wishFor(phone.view(), "student", "six in a row"));
	phone.write(wishFor(phone.view(), "zoe", ""));
	expect(three.map((one) => wishOf(phone.view(), one))).toEqual(["six in a row", "", ""]);
	// Said twice it is written once.
	expect(wishFor(phone.view(), "student", "six in a row")).toEqual([]);
	expect(digestLesson("lesson", phone.view())).toMatchObject({
		wish: "six in a row",
		wishes: [{ student: "student", wish: "six in a row" }],
	});
});
