import { ladderWith, Phone } from "@/core/__tests__/phone";
import { digestLesson } from "@/core/digest/lessonDigest";
import { wrapUp } from "@/core/log/wrap";
import { answer, answersIn, askedFor, askedIn, feltBetter, feltIn, finishHeld, ownWords, remarkOn } from "./atTheEnd";

const begun = () => new Phone().begin(ladderWith()).row("gg1cg");
const say = (phone: Phone, words: string) => phone.write(answer(phone.view(), "student", "Which felt better?", words));

test("an answer is kept once, changed in its place, and taken back when it is emptied", () => {
	const phone = begun();
	say(phone, " the second ");
	expect(answersIn(phone.view(), "student")).toEqual([{ question: "Which felt better?", answer: "the second" }]);
	const before = phone.events.length;
	expect(say(phone, "the second")).toEqual([]);
	expect(phone.events).toHaveLength(before);
	say(phone, "the third");
	expect(answersIn(phone.view(), "student").map((one) => one.answer)).toEqual(["the third"]);
	say(phone, "");
	expect(answersIn(phone.view(), "student")).toEqual([]);
	expect(answersIn(phone.view(), "another student")).toEqual([]);
});

test("a remark on a held finish belongs to its position, and both are found by their words", () => {
	const phone = begun();
	phone.write(finishHeld(phone.view(), "student", { id: "p1", name: "First" }, "elbow a hand too high"));
	phone.write(finishHeld(phone.view(), "student", { id: "p2", name: "Second" }, "as it should be"));
	say(phone, "the second");
	expect(remarkOn(phone.view(), "student", "p1")).toBe("elbow a hand too high");
	expect(remarkOn(phone.view(), "student", "p3")).toBe("");
	expect(digestLesson("lesson", phone.view()).heard.split("\n")).toEqual([
		"First: elbow a hand too high",
		"Second: as it should be",
		"Which felt better? the second",
	]);
});

test("what was said in own words becomes a cue, and keeps what followed it", () => {
	const phone = begun();
	const [given] = wrapUp(phone.view())[0]?.cues ?? [];
	expect(given).toMatchObject({ unwritten: true, kind: null });
	phone.write(ownWords(phone.view(), given?.id ?? "", { text: "post a letter", kind: "image" }));
	const [now] = wrapUp(phone.view())[0]?.cues ?? [];
	expect(now).toEqual({ ...given, unwritten: false, words: "post a letter", kind: "image" });
	expect(ownWords(phone.view(), "no such event", { text: "x", kind: "image" })).toEqual([]);
});

test("what is to be practised is told at the next lesson", () => {
	const phone = begun();
	phone.write([
		{
			kind: "lesson.closed",
			student: "student",
			body: {
				remark: "",
				note: "",
				next: null,
				practise: [
					{ ladder: "ladder", rung: "r1", name: "Low", much: "ten a day" },
					{ ladder: "other", rung: "x", name: "Else", much: "" },
				],
			},
		},
	]);
	expect(digestLesson("lesson", phone.view()).last[0]?.practise).toBe("Low, ten a day");
});

test("named or told, and which felt better: one answer each, changed in its place, taken back by the same press", () => {
	const phone = begun();
	const first = { id: "p1", name: "First" };
	const ask = (how: "named it" | "told") => phone.write(askedFor(phone.view(), "student", first, how));
	ask("told");
	ask("named it");
	expect([...askedIn(phone.view(), "student").values()]).toEqual([{ position: "p1", name: "First", how: "named it" }]);
	ask("named it");
	expect(askedIn(phone.view(), "student").size).toBe(0);
	const feel = (rung: string, label: string) => phone.write(feltBetter(phone.view(), "student", rung, label));
	feel("r1", "old");
	feel("r1", "new");
	feel("r2", "old");
	expect(Object.fromEntries(feltIn(phone.view(), "student"))).toEqual({ r1: "new", r2: "old" });
	expect(feltIn(phone.view(), "another student").size).toBe(0);
});
