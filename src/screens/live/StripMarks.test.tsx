import fc from "fast-check";
import { renderToStaticMarkup } from "react-dom/server";
import { cases } from "@/core/__tests__/cases";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { tallyIn } from "@/core/commands/tries";
import { boardOf } from "@/core/lesson/board";
import { labelsThatFit, StripMarks } from "./StripMarks";

const begun = () => new Phone().begin(ladderWith({ limit: 60 }));

/** The strip of a lesson, and how many marks of each look each of its runs draws. */
function stripOf(phone: Phone) {
	const board = boardOf(phone.view(), { students: [], ladders: [ladderWith()] } as never);
	if (!board) throw new Error("no set is in hand");
	const html = renderToStaticMarkup(<StripMarks board={board} />);
	const runs = [...html.matchAll(/<svg.*?<\/svg>/g)].map(([run]) =>
		Object.fromEntries(
			[...run.matchAll(/class="([^"]*)" d="([^"]*)"/g)].map(([, look = "", path = ""]) => [
				look.trim(),
				path.split("M").length - 1,
			]),
		),
	);
	const labels = [...html.matchAll(/<small[^>]*>(.*?)<\/small>/g)].map(([, words]) => words);
	return { runs, labels, words: html.replace(/<[^>]*>/g, " ") };
}

test("tries that follow each other are one drawing, with a line for each look", () => {
	expect(stripOf(begun().row("ggmgn")).runs).toEqual([{ goodDrawn: 3, offDrawn: 1, noneDrawn: 1 }]);
});

test("a cue and a tally stand between the runs", () => {
	const phone = begun().row("ggkm");
	phone.write(tallyIn(phone.newId, phone.set(), { tries: 5, good: 4, longest: 4 }));
	phone.row("g");
	const { runs, words } = stripOf(phone);
	expect(runs).toEqual([{ goodDrawn: 2 }, { offDrawn: 1 }, { goodDrawn: 1 }]);
	expect(words).toContain("4 of 5");
});

test("the last twenty are shown, those past the limit faint", () => {
	const { runs } = stripOf(new Phone().begin(ladderWith({ limit: 20 })).row("g".repeat(25)));
	expect(runs).toEqual([{ goodDrawn: 15, "goodDrawn faintDrawn": 5 }]);
});

test("the same fault in a row says so once", () => {
	expect(stripOf(begun().row("g222gggggg3")).labels).toEqual(["second ×3", "third"]);
});

test("whatever is said under the marks, no two labels run into each other, and faults come before numbers", () => {
	const some = (prefix: string) =>
		fc
			.uniqueArray(fc.record({ place: fc.nat(19), words: fc.string({ minLength: 1, maxLength: 14 }) }), {
				selector: ({ place }) => place,
				maxLength: 20,
			})
			.map((all) => all.map((one) => ({ ...one, id: `${prefix}${one.place}` })));
	fc.assert(
		fc.property(some("t"), some("t"), (faults, others) => {
			const fit = labelsThatFit(faults, others, 20);
			const places = [...fit].map(([id, words]) => {
				const [place, wide] = [Number(id.slice(1)), (words.length * 7) / 18];
				const right = place >= 18 ? place + 0.5 : place + wide / 2;
				return [right - wide, right] as const;
			});
			for (const [i, [left, right]] of places.entries())
				for (const [from, to] of places.slice(i + 1)) expect(left < to - 1e-9 && right > from + 1e-9).toBe(false);
			const latest = [...faults].sort((a, b) => b.place - a.place)[0];
			if (latest) expect(fit.get(latest.id)).toBe(latest.words);
		}),
		{ numRuns: cases(300) },
	);
});
