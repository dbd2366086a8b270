import fc from "fast-check";
import type { Rung } from "@/core/ladder/ladder";
import { limitsOf } from "@/core/ladder/limits";
import { freshRung } from "@/core/ladder/rung";
import { highestStart, MOST_PROBES, nextProbe, PROBE_TRIES, type Probe, proposeStart } from "./assess";

const ladder = (count: number, more: (i: number) => Partial<Rung["settings"]> = () => ({})): Rung[] =>
	Array.from({ length: count }, (_, i) => ({ id: `r${i}`, settings: { ...freshRung(`Rung ${i + 1}`), ...more(i) } }));

/** Somebody for whom all below `fine` is easy, `fine` itself just right, and all above too hard. */
function assess(rungs: readonly Rung[], fine: number) {
	const probes: Probe[] = [];
	for (let at = nextProbe(rungs, probes, []); at !== null; at = nextProbe(rungs, probes, []))
		probes.push({ rung: at, tries: PROBE_TRIES, good: at < fine ? 4 : at === fine ? 2 : 0 });
	return { probes, proposal: proposeStart(rungs, probes, []) };
}

test("ten rungs: two or three are tried, by halves, and the start has its reason", () => {
	const { probes, proposal } = assess(ladder(10), 5);
	expect(probes.map(({ rung }) => rung)).toEqual([4, 7, 5]);
	expect(proposal).toEqual({
		start: 5,
		skipped: 5,
		reason: "4 of 4 on “Rung 5”, 0 of 4 on “Rung 8”, 2 of 4 on “Rung 6”: “Rung 6” is neither too easy nor too hard.",
	});
});

test("never above what is just right, never more than three rungs, on any ladder", () => {
	fc.assert(
		fc.property(fc.integer({ min: 1, max: 60 }), fc.nat(70), (count, fine) => {
			const { probes, proposal } = assess(ladder(count), fine);
			expect(probes.length).toBeLessThanOrEqual(MOST_PROBES);
			expect(new Set(probes.map(({ rung }) => rung)).size).toBe(probes.length);
			expect(proposal.start).toBeLessThanOrEqual(Math.min(fine, count - 1));
			if (count <= 7) expect(proposal.start).toBe(Math.min(fine, count - 1));
		}),
	);
});

test("a rung with a caution is not jumped over, however easy it looks", () => {
	fc.assert(
		fc.property(fc.nat(11), fc.nat(15), (caution, fine) => {
			const rungs = ladder(12, (i) => (i === caution ? { care: ["mat in place"] } : {}));
			expect(highestStart(rungs, 0)).toBe(caution);
			const { probes, proposal } = assess(rungs, fine);
			expect(proposal.start).toBeLessThanOrEqual(caution);
			expect(probes.every(({ rung }) => rung <= caution)).toBe(true);
			if (fine > 12 && proposal.start === caution && caution < 11) expect(proposal.reason).toContain("has a caution");
		}),
	);
});

test("a rung that is taken out for the student is neither tried nor started on", () => {
	const rungs = ladder(5, (i) => (i === 2 ? { loads: { wrist: 1 } } : {}));
	const limits = limitsOf(rungs, { name: "Ada", protectedParts: ["wrist"] });
	expect(nextProbe(rungs, [], limits)).toBe(1);
	expect(
		proposeStart(
			rungs,
			[
				{ rung: 1, good: 4, tries: 4 },
				{ rung: 3, good: 0, tries: 4 },
			],
			limits,
		).start,
	).toBe(1);
});
