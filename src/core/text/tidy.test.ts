import fc from "fast-check";
import { cutText } from "./fields";
import { jsonTrouble } from "./json";
import { TooDeep, tidy, tidyText } from "./tidy";

/** What a person never means and a program may send: each by itself has broken something somewhere. */
const odd = fc.constantFrom(
	"\u0000",
	"\uFEFF",
	"\ud800",
	"\udc00",
	"\u0007",
	"\u0085",
	"\uFFFE",
	"\u200d",
	"e\u0301",
	"\t",
	"\n",
	" ",
	"👨‍👩‍👧",
	"ﬁ",
	"a",
	"Ż",
);
const oddText = fc.array(odd, { maxLength: 12 }).map((parts) => parts.join(""));

test("what is made tidy is tidy: once is enough, it can be kept, and no letter anybody sees is gone", () => {
	fc.assert(
		fc.property(oddText, (typed) => {
			const once = tidyText(typed);
			expect(tidyText(once)).toBe(once);
			expect(jsonTrouble(once)).toBeNull();
			for (const seen of ["👨‍👩‍👧", "ﬁ", "Ż"])
				expect(once.split(seen).length).toBe(typed.toWellFormed().normalize("NFC").split(seen).length);
		}),
	);
	expect(tidyText("\uFEFF na\u0000me\u0301\n ")).toBe("namé");
});

test("every text in a value is made tidy, and nothing else of it is touched", () => {
	const plain = { a: ["one", 2, null, { b: "two" }], at: new Date(0) };
	expect(tidy(plain)).toBe(plain);
	expect(tidy({ "ke\u0000y": [" one ", Number.NaN, undefined] })).toEqual({ key: ["one", Number.NaN, undefined] });
	let deep: unknown = "x";
	for (let i = 0; i < 40; i++) deep = [deep];
	expect(() => tidy(deep)).toThrow(TooDeep);
});

test("a text is cut between characters, and only its last letters before the cut are looked at", () => {
	expect(cutText("naïve", 3)).toBe("nai\u0308".normalize("NFC").slice(0, 3));
	expect(cutText("ab👨‍👩‍👧", 5)).toBe("ab");
	const segment = jest.spyOn(Intl.Segmenter.prototype, "segment");
	const long = "🤹".repeat(500_000);
	expect(cutText(long, 100_001)).toHaveLength(100_000);
	expect(Math.max(...segment.mock.calls.map(([text]) => text.length))).toBeLessThan(200);
	segment.mockRestore();
	fc.assert(
		fc.property(oddText, fc.nat(20), (typed, most) => {
			const cut = cutText(typed, most);
			expect(cut.length).toBeLessThanOrEqual(most);
			expect(typed.toWellFormed().startsWith(cut)).toBe(true);
		}),
	);
});
