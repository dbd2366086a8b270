import { list, plural } from "@/core/text/lists";

test("small words", () => {
	expect([plural(1, "try"), plural(0, "cue"), list(["a", "b", "c"]), list([])]).toEqual([
		"1 try",
		"0 cues",
		"a, b and c",
		"",
	]);
});
