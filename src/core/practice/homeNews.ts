import { type Journal, sumOf } from "./journal";
import type { HomeNews } from "./news";

const MOST_SAID = 4;
const HARD = 2;

/** @returns null where nothing came since that day and nothing waits */
export function homeNews(
	{ entries, items, away = [] }: Pick<Journal, "entries" | "items"> & Partial<Pick<Journal, "away">>,
	since: string,
): HomeNews | null {
	const fresh = entries.filter(({ day }) => day >= since);
	const counted = fresh.filter(({ tries }) => tries > 0);
	const best = counted.reduce<(typeof counted)[number] | null>(
		(top, one) => (top === null || one.good / one.tries > top.good / top.tries ? one : top),
		null,
	);
	const said = entries
		.filter(({ remark, answer, day }) => remark !== "" && (answer === null || day >= since))
		.slice(-MOST_SAID)
		.map(({ day, remark, answer, entry }) => ({ day, remark, answered: answer !== null, entry }));
	const moves = items.flatMap(({ item, target, suggestion }) =>
		suggestion && !item.warmUp
			? [{ item: item.id, what: item.name, from: target, to: suggestion.to, met: suggestion.met, of: suggestion.of }]
			: [],
	);
	const off = away.filter(({ to }) => to >= since).slice(-MOST_SAID);
	if (fresh.length + said.length + moves.length + off.length === 0) return null;
	const { days, tries } = sumOf(fresh);
	return {
		since,
		days,
		tries,
		best: best && { day: best.day, what: best.what, good: best.good, tries: best.tries },
		hard: fresh
			.filter(({ felt }) => felt !== null && felt <= HARD)
			.slice(-MOST_SAID)
			.map(({ day, what, felt }) => ({ day, what, felt: felt ?? HARD })),
		said,
		moves,
		...(off.length > 0 ? { away: off.map(({ from, to, why }) => ({ from, to, why })) } : {}),
	};
}
