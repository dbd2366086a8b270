import type { Board } from "@/core/lesson/board";
import { isScore } from "@/core/log/score";
import type { Entry, TryView } from "@/core/log/view";
import { MarkRow, markAt, numberOf, scoreWords } from "@/ui/Marks";
import css from "./strip.module.css";

const SHOWN = 20;
const SHORT = 3;
/** A mark and its gap; a letter under it, about. */
const MARK_PX = 18;
const LETTER_PX = 7;

/** What could stand under a mark. */
interface Label {
	id: string;
	place: number;
	words: string;
}

/** Consecutive attempts with the same fault say so once, under the middle one: "elbow ×3". */
function faultLabels(entries: readonly Entry[], short: Board["short"]): Label[] {
	const runs: { position: string; called: string; at: number[] }[] = [];
	let open = false;
	entries.forEach(({ try: t }, at) => {
		if (!t) return;
		const off = t.body.off[0];
		const position = off?.position;
		const last = runs.at(-1);
		if (position && open && last?.position === position) last.at.push(at);
		else if (position) runs.push({ position, called: off?.name ?? short(position), at: [at] });
		open = position !== undefined;
	});
	return runs.map(({ called, at }) => {
		const place = at[Math.floor((at.length - 1) / 2)] ?? 0;
		return {
			id: entries[place]?.event.id ?? "",
			place,
			words: at.length > 1 ? `${called} ×${at.length}` : called,
		};
	});
}

/** Under the last marks a label ends with its mark: it may not hang over the edge. */
const AT_EDGE = 2;

/**
 * What stands under the marks, by its try: faults first, then what else is said, the latest
 * first; one that would run into another is left out.
 *
 * @param marks how many marks there are
 */
export function labelsThatFit(faults: readonly Label[], others: readonly Label[], marks: number): Map<string, string> {
	const fitting = new Map<string, string>();
	const taken: [left: number, right: number][] = [];
	const latest = (all: readonly Label[]) => [...all].sort((a, b) => b.place - a.place);
	for (const { id, place, words } of [...latest(faults), ...latest(others)]) {
		const wide = (words.length * LETTER_PX) / MARK_PX;
		const right = place >= marks - AT_EDGE ? place + 0.5 : place + wide / 2;
		const left = right - wide;
		if (fitting.has(id) || taken.some(([from, to]) => left < to && right > from)) continue;
		taken.push([left, right]);
		fitting.set(id, words);
	}
	return fitting;
}

/** As many letters of each answer as tell it from the others, where that fits under a mark. */
function lettersOf(entries: readonly Entry[]): (answer: string) => string {
	const answers = [...new Set(entries.flatMap(({ try: t }) => t?.body.answer ?? []))];
	const letters = [1, 2, SHORT].find((n) => new Set(answers.map((one) => one.slice(0, n))).size === answers.length);
	return (answer) => answer.slice(0, letters ?? SHORT);
}

/** Tries that follow each other are one run; cues and tallies stand between. */
function runsOf(entries: readonly Entry[]): (Entry & { run: TryView[] })[] {
	const runs: (Entry & { run: TryView[] })[] = [];
	for (const entry of entries) {
		const last = runs.at(-1);
		if (entry.try && last?.try) last.run.push(entry.try);
		else runs.push({ ...entry, run: entry.try ? [entry.try] : [] });
	}
	return runs;
}

/** The last twenty attempts as marks, cues as notches between them. */
export function StripMarks({ board }: { board: Board }) {
	const marks = board.visit.entries.filter(
		({ event, try: t }) => t || event.kind === "feedback" || event.kind === "tally",
	);
	const from = Math.max(0, marks.length - SHOWN);
	const shown = marks.slice(from);
	// Numbers fit under their marks; of words only the latest has room.
	const last = shown.at(-1)?.event.id;
	const edge = new Set(shown.slice(-AT_EDGE).map(({ event }) => event.id));
	const letters = lettersOf(shown);
	const others = shown.flatMap(({ try: t }, place): Label[] => {
		const said = t && (t.body.answer && t.id !== last ? letters(t.body.answer) : numberOf(t));
		return t && said && (said.length <= SHORT || t.id === last) ? [{ id: t.id, place, words: said }] : [];
	});
	const labels = labelsThatFit(faultLabels(shown, board.short), others, shown.length);
	return (
		<>
			{shown.length === 0 && <span className={css.stripEmpty}>No tries yet. One touch each.</span>}
			{runsOf(shown).map(({ event, run }, i) =>
				run.length > 0 ? (
					// biome-ignore lint/suspicious/noArrayIndexKey: a run grows and moves on; what stays is its place
					<span key={i} className={css.stripRun}>
						<MarkRow tries={run} />
						{run.map((t, place) => {
							const words = labels.get(t.id);
							return (
								words && (
									<small
										key={t.id}
										className={edge.has(t.id) ? css.atEdge : ""}
										style={edge.has(t.id) ? { right: markAt(run.length - 1 - place) } : { left: markAt(place) }}
										aria-hidden="true"
									>
										{words}
									</small>
								)
							);
						})}
					</span>
				) : event.kind === "tally" ? (
					<b key={event.id} className={css.stripTally}>
						{isScore(event.body)
							? scoreWords(event.body.good, event.body.seconds)
							: `${event.body.good} of ${event.body.tries}`}
					</b>
				) : (
					<i key={event.id} className={css.stripCue} />
				),
			)}
		</>
	);
}
