import { positions } from "@/core/__tests__/phone";
import { wholeLocaleOf } from "@/core/languages/wholeLocale";
import { allowedForms, countsWhen, helperLines } from "./countsWhen";
import { gates } from "./gate";

const { say } = wholeLocaleOf();
const plain = { read: (words: string) => words, say };
const seen = positions.map((one) => (one.id === "p2" ? { ...one, must: true, tell: "soft knees." } : one));

test.each(gates)("under %s every must is said, and what the gate looks at", (gate) => {
	const lines = countsWhen({ gate, watch: ["p1", "p2"], musts: ["p3"] }, seen, plain);
	const form = gate === "form" || gate === "both";
	expect(lines).toEqual([
		...(gate === "form"
			? []
			: [gate === "commitment" ? "You go for it fully, whatever comes of it." : "It comes off."]),
		...(form ? ["First."] : []),
		"Second: soft knees. Without it no try counts.",
		"Third. Without it no try counts.",
	]);
});

test("sides are read, tolerances said, and a rung that watches nothing asks for the result alone", () => {
	const read = (words: string) => words.replace("{this}", "left");
	const [first] = positions;
	const tolerance = { by: "range", of: "distance", unit: "cm", low: 10, high: 20 } as const;
	const one = first ? [{ ...first, name: "{this} hand up", tolerance }] : [];
	expect(countsWhen({ gate: "both", watch: ["p1"] }, one, { read, say })).toEqual([
		"It comes off.",
		"left hand up: from 10 to 20 cm.",
	]);
	expect(countsWhen({ gate: "result", watch: [] }, positions, plain)).toEqual(["It comes off."]);
	expect(countsWhen({ gate: "form", watch: [] }, positions, plain)).toEqual([]);
});

test("other right forms and the easier one are named; helpers read what is theirs", () => {
	const some = seen.map((one) => ({ ...one, forms: "either foot" }));
	expect(allowedForms({ watch: ["p1"], easier: "with two balls" }, some, plain)).toEqual([
		"First: either foot is right too.",
		"Too hard today? With two balls. Say so in your entry.",
	]);
	expect(allowedForms({ watch: [], easier: "" }, some, plain)).toEqual([]);
	const roles = [
		{ who: "does" as const, words: "throws" },
		{ who: "feeds" as const, words: "from below" },
		{ who: "counts" as const, words: "" },
	];
	expect(helperLines({ roles }, plain)).toEqual(["To feed: from below"]);
	expect(helperLines({}, plain)).toEqual([]);
});
