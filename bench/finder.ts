import { findRules } from "@/core/analysis/find";
import { wald } from "@/core/analysis/wald";
import { type Game, walk } from "@/core/analysis/walk";

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

interface Risks {
	notReady: number;
	ready: number;
	risk: number;
	limit: number;
}

/** Of games that differ in their target only, the mean of the first that keeps both risks: a higher target only costs more. */
function leastTarget(game: Omit<Game, "target">, { notReady, ready, risk, limit }: Risks): number | null {
	for (let target = 1; target <= game.good * limit; target++) {
		const high = walk({ ...game, target }, ready, limit);
		if (high.pass < 1 - risk) return null;
		const low = walk({ ...game, target }, notReady, limit);
		if (low.pass <= risk) return (low.attempts + high.attempts) / 2;
	}
	return null;
}

/** The cheapest points game that keeps both risks, by trying all of them: weights to +5 and -15, every target, every bust to 100. */
function byForce(risks: Risks): number | null {
	let best: number | null = null;
	for (let good = 1; good <= 5; good++)
		for (let off = 1; off <= 15; off++) {
			if (gcd(good, off) > 1) continue;
			for (let bust = 0; bust <= 100; bust++) {
				const mean = leastTarget({ good, off, bust: bust === 0 ? null : bust }, risks);
				if (mean !== null && (best === null || mean < best)) best = mean;
			}
		}
	return best;
}

/** The finder beside brute force, limit by limit: the table in docs/engine.md. */
export function finder(): void {
	console.log("| not ready, ready | limit | finder | brute force | Wald | finder's time, of brute force's |");
	console.log("| --- | --- | --- | --- | --- | --- |");
	for (const [notReady, ready] of [
		[0.6, 0.85],
		[0.5, 0.75],
		[0.7, 0.9],
	] as const)
		for (const limit of [15, 20, 25, 30, 40, 50, 60]) {
			const ask = { notReady, ready, riskPass: 0.1, riskHold: 0.1, limit };
			let from = performance.now();
			const found = findRules(ask);
			const ours = performance.now() - from;
			from = performance.now();
			const force = byForce({ notReady, ready, risk: 0.1, limit });
			const theirs = performance.now() - from;
			const mean = found.ok ? found.value.found.find(({ rule }) => rule.kind === "points")?.mean : undefined;
			const said = found.ok ? "" : (found.refusals[0]?.sentence ?? "");
			console.log(
				`| ${notReady}, ${ready} | ${limit} | ${mean?.toFixed(2) ?? `none: ${/about \d+ tries/.exec(said)?.[0] ?? said}`} | ${force?.toFixed(2) ?? "none"} | ${wald(ask).mean.toFixed(2)} | ${(ours / theirs).toFixed(3)} |`,
			);
		}
}
