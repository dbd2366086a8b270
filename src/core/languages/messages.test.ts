import { compileMessageOrThrow } from "@lingui/message-utils/compileMessage";
import fc from "fast-check";
import { sketchWords } from "@/core/ladder/sketchWords";
import { englishTerms, type TermWords } from "@/core/log/termWords";
import { amountWords } from "@/core/practice/amount";
import { feelingNames } from "@/core/practice/feelings";
import { englishDay } from "@/core/text/days";
import besideJson from "./besidePage.json" with { type: "json" };
import { besidePage, english, type MessageId, messageIds, onPage } from "./english";
import { localeOf } from "./locale";
import { readMessage } from "./messages";
import pageJson from "./onPage.json" with { type: "json" };
import { sketchWordsIn } from "./sketchWordsIn";
import { termWordsIn } from "./termWordsIn";
import { wholeLocaleOf } from "./wholeLocale";

const troubleOf = (id: MessageId, words: string, code = "pl") => {
	const read = readMessage(id, words, code);
	return read.ok ? null : read.refusals[0]?.sentence;
};

test("what is carried is what stands in the source: run npm run messages after a change", () => {
	const compiled = (of: Record<string, string>) =>
		JSON.parse(
			JSON.stringify(Object.fromEntries(Object.entries(of).map(([id, words]) => [id, compileMessageOrThrow(words)]))),
		);
	expect(pageJson).toEqual(compiled(onPage));
	expect(besideJson).toEqual(compiled(besidePage));
});

test.each(messageIds)("“%s” can be read, as English", (id) => {
	expect(troubleOf(id, english[id], "en")).toBeNull();
});

test.each([
	["page.enough", "Dziś {tries, plural, one {# próba} few {# próby} many {# prób} other {# próby}}. Wystarczy.", null],
	[
		"page.enough",
		"Dziś {tries, plural, one {# próba} other {# próby}}.",
		"“page.enough”: {tries} needs the forms few and many.",
	],
	["page.enough", "Dziś wystarczy.", "“page.enough”: add {tries}."],
	["page.enough", "{tries} {n}", "“page.enough”: remove {n}. This message has {tries}."],
	["page.today", "Dziś {day}", "“page.today”: remove {day}."],
	["page.today", "Dziś {", "“page.today”: the braces do not match. Copy them as they stand in English."],
	["drill.asked", "{target} z {tries}", "“drill.asked”: keep one <b> and one </b>, in this order."],
	["page.today", "<b>Dziś</b>", "“page.today”: remove <b> and </b>."],
	["drill.score", "{good, date} z {tries}", "“drill.score”: write {good} without “date”."],
	["page.today", "x".repeat(1001), "“page.today”: write at most 1000 letters."],
	["away.line", "{why, select, ill {chory}} {from} {to}", "“away.line”: {why} needs the form other."],
] as const)("%s as %j: %s", (id, words, trouble) => {
	expect(troubleOf(id, words) ?? null).toBe(trouble);
});

test("each language asks for the plural forms it has, and for no others", () => {
	for (const code of ["en", "de", "pl", "ar", "ja", "fr", "he", "cy"]) {
		const forms = new Intl.PluralRules(code).resolvedOptions().pluralCategories;
		const words = (some: readonly string[]) => `{n, plural, ${some.map((form) => `${form} {# ${form}}`).join(" ")}}`;
		expect(troubleOf("week.tries", words(forms), code)).toBeNull();
		for (const left of forms) {
			const others = forms.filter((form) => form !== left);
			expect(others.length === 0 || troubleOf("week.tries", words(others), code) !== null).toBe(true);
		}
	}
});

test("nothing that is typed breaks the reader: it is a message or a sentence", () => {
	fc.assert(
		fc.property(
			fc.constantFrom(...messageIds),
			fc.string({ unit: "grapheme" }),
			fc.constantFrom("en", "ar", "pl"),
			(id, words, code) => {
				const read = readMessage(id, words, code);
				if (!read.ok) expect(read.refusals[0]?.sentence).toMatch(/^“.+”: /);
			},
		),
	);
});

const arabic = {
	code: "ar",
	messages: {
		"page.today": compileMessageOrThrow("اليوم"),
		"drill.score": compileMessageOrThrow("{good, number} من {tries, number}"),
		"week.tries": compileMessageOrThrow("{n, plural, zero {z} one {o} two {t} few {f #} many {m} other {x}}"),
	},
};

test("a language says what it has, and the rest in English with English plural forms", () => {
	const { say, dir, list, day } = localeOf(arabic);
	expect(dir).toBe("rtl");
	expect(say("page.today")).toBe("اليوم");
	expect(say("week.tries", { n: 2 })).toBe("t");
	expect(say("week.tries", { n: 3 })).toMatch(/^f /);
	expect(say("page.enough", { tries: 2 })).toMatch(/tries today: that is enough/);
	expect(list(["a", "b"])).toContain("و");
	expect(day("2026-11-24", "2026-12-01")).toMatch(/نوفمبر/);
});

test("English is what it was: days, lists, weekdays, and the words that the coach's pages say too", () => {
	const { say, day, list, weekday, dir } = wholeLocaleOf();
	expect([day("2026-11-24", "2026-12-01"), day("2025-11-24", "2026-12-01")]).toEqual(["Tue 24 Nov", "Mon 24 Nov 2025"]);
	expect(englishDay("2026-11-24", "2026-12-01")).toBe("Tue 24 Nov");
	expect([list(["a", "b", "c"]), weekday(0), weekday(6), dir]).toEqual(["a, b and c", "Mon", "Sun", "ltr"]);
	expect([1, 2, 3, 4, 5].map((n) => say(`feeling.${n as 1}`))).toEqual(feelingNames);
	const words = sketchWordsIn(say);
	for (const kind of ["person", "mark", "object", "camera"] as const)
		expect(words.kind(kind)).toBe(sketchWords.kind(kind));
	for (const name of ["label", "home"] as const) expect(words[name]("x, y")).toBe(sketchWords[name]("x, y"));
	for (const name of ["up", "instead"] as const) expect(words[name]("x", "2 m")).toBe(sketchWords[name]("x", "2 m"));
	for (const amount of [
		{ days: 1, tries: 1, target: 0, minutes: 1 },
		{ days: 4, tries: 10, target: 7, minutes: 5 },
		{ days: 7, tries: 1, target: 1, minutes: 0 },
	])
		expect(amountWords(amount, say)).toBe(amountWords(amount));
});

test("what is said in the terms of a rule is one thing in English, on the coach's pages and in a note", () => {
	const words = termWordsIn(wholeLocaleOf());
	/** Of each phrase one and many, and numbers with a point in them. */
	const asked: { [K in keyof TermWords]: Parameters<TermWords[K]>[] } = {
		each: [["near", 1, 2]],
		none: [["near"]],
		nowhere: [[2]],
		other: [[]],
		inPlay: [[]],
		form: [["easier"], ["harder"]],
		taken: [
			["in play", 1, 1],
			["in play", 0, 4],
		],
		off: [["in play", "release 2"]],
		ended: [[1, 2]],
		at: [["2.5"]],
		between: [["1", "2.5"]],
		average: [["height cm", "at 3", "3"]],
		effort: [["6.5"]],
		score: [[12]],
		timed: [[12, 30]],
		bestSet: [[12, 60]],
		longest: [
			[34, 1, 20],
			[34, 2, 20],
		],
		rated: [["6.5", 9]],
		inside: [[2, 3, "10 to 20 cm"]],
		span: [[-10, 10.5, "cm"]],
		right: [
			[1, 1],
			[2, 4],
		],
		cameOff: [[2, 3]],
		heldBack: [[1]],
		four: [[{ rightCameOff: 1, rightMissed: 2, wrongCameOff: 3, wrongMissed: 4 }]],
		points: [
			[22, 15, true],
			[-2.5, 7, false],
		],
		bout: [
			[5, 2, true],
			[1, 3, false],
		],
		bouts: [
			[1, 1, "5 : 2 won"],
			[1, 2, "5 : 2 won, 1 : 3 lost"],
		],
		firstGood: [[1, 2]],
		list: [[["a", "b"]]],
	};
	for (const [name, calls] of Object.entries(asked) as [keyof TermWords, never[]][])
		for (const call of calls)
			expect([name, (words[name] as (...of: never[]) => string)(...(call as never[]))]).toEqual([
				name,
				(englishTerms[name] as (...of: never[]) => string)(...(call as never[])),
			]);
});
