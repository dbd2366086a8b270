import { type Advice, adviseOn } from "@/core/advice";
import { type Dose, doseOf, setOf } from "@/core/commands/group";
import { waitingOn } from "@/core/commands/waiting";
import type { Placing, Variation } from "@/core/log/kinds";
import { type LessonView, openPain, type SetView, type Visit, visitOfSet } from "@/core/log/view";
import { type ShortLabel, shortLabel } from "@/core/pack/labels";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { readOn, variationWords } from "@/core/pack/placing";
import { type Judgement, judge } from "@/core/rules";
import { figureOf } from "./board";

/** One student of the group board, on the rung their peg stands on. */
export interface Tile extends ShortLabel {
	ladder: PackLadder;
	/** The drill as it is done now. */
	drill: string;
	/** The set their tries go into; null until their first one of a round. */
	set: SetView | null;
	placing: Placing;
	/** What the rule counts, in its own words: the same figure as the big number of the lesson. */
	count: { value: string; words: string; target: number };
	dose: Dose;
	/** The rule is met on this rung today. */
	met: boolean;
	/** Fewest more tries that would meet the rule; null where none of those left could. */
	needs: number | null;
	/** Whether their last counted try was good; null before the first. */
	last: boolean | null;
	/** What the advice would have the coach come for. */
	wants: "cue" | "step up" | null;
	/** Why nothing is counted for them until it is answered. */
	first: { care: readonly string[] } | { pain: string } | null;
	/** Place of their last try among the lesson's events; -1 before the first. */
	lastAt: number;
}

/** What has to be seen to before anything is counted for somebody. */
function firstFor(placing: Placing, visit: Visit | null, advice: Advice | null): Tile["first"] {
	const pain = visit && openPain(visit);
	if (pain) return { pain: pain.part };
	if (!advice) return placing.settings.care.length > 0 ? { care: placing.settings.care } : null;
	return advice.act?.kind === "care" ? { care: advice.act.items } : null;
}

const wantsOf = (met: boolean, advice: Advice | null): Tile["wants"] =>
	met || advice?.line === "step-up" ? "step up" : advice?.act?.kind === "cue" ? "cue" : null;

/** What the rule says of a rung nobody has tried yet today. */
const untried = ({ settings }: Placing): Judgement => judge(settings.rule, [], settings.limit);

/** A ladder's tile as the lesson stands, told from those among which it stands. */
export function tileOf(view: LessonView, pack: Pack, ladder: PackLadder, among: readonly string[] = [ladder.id]): Tile {
	const set = setOf(view, ladder.id);
	const [waiting, form]: [Placing, Variation] = set ? [set.placing, set.variation] : waitingOn(view, ladder);
	const visit =
		visitOfSet(view, set) ??
		view.visits.findLast((one) => one.ladder === ladder.id && one.rung === waiting.rung && one.elsewhere === null) ??
		null;
	const latest = set ?? view.sets.findLast((one) => one.placing.ladder === ladder.id) ?? null;
	const advice = latest && adviseOn(view, latest);
	const judgement = visit?.judgements[form] ?? untried(waiting);
	const last = visit?.tries.findLast((one) => !one.body.noCount);
	const { progress, met } = judgement;
	return {
		ladder,
		...shortLabel(pack, ladder.id, among),
		drill: readOn(ladder, variationWords(waiting, form)),
		set,
		placing: waiting,
		count: { value: figureOf(judgement), words: progress.words, target: progress.target },
		dose: doseOf(view, ladder),
		met,
		needs: judgement.needs,
		last: last ? last.good : null,
		wants: wantsOf(met, advice),
		first: firstFor(waiting, visit, advice),
		lastAt: last ? view.events.findIndex(({ id }) => id === last.id) : -1,
	};
}

export const tileOrders = ["partners", "name", "longest wait"] as const;
export type TileOrder = (typeof tileOrders)[number];

/** Tiles in the order asked for; `partners` leaves them as they come. */
export function orderTiles(tiles: readonly Tile[], order: TileOrder): Tile[] {
	if (order === "name") return [...tiles].sort((a, b) => `${a.who} ${a.what}`.localeCompare(`${b.who} ${b.what}`));
	return order === "longest wait" ? [...tiles].sort((a, b) => a.lastAt - b.lastAt) : [...tiles];
}

/** Who is nearest to meeting their rule: the fewest tries that could, of those who have tried; null where nobody can. */
export function nearest(tiles: readonly Tile[]): Tile | null {
	const open = tiles.filter(({ met, needs, last }) => !met && needs !== null && last !== null);
	return open.reduce<Tile | null>((best, one) => (best && (best.needs ?? 0) <= (one.needs ?? 0) ? best : one), null);
}
