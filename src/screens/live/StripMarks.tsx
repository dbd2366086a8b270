import { isScore } from "@/core/log/score";
import type { Entry, TryView } from "@/core/log/view";
import { MarkRow, markAt, numberOf, scoreWords } from "@/ui/Marks";
import type { Board } from "./model";
import css from "./strip.module.css";

const SHOWN = 20;
const SHORT = 3;
/** A mark and its gap; a letter under it, about. */
const MARK_PX = 18;
const LETTER_PX = 7;

/** Consecutive attempts with the same fault say so once: "elbow ×3". */
function faultLabels(entries: readonly Entry[], short: Board["short"]): Map<string, string> {
	const runs: { position: string; called: string; ids: string[] }[] = [];
	let open = false;
	for (const { event, try: t } of entries) {
		if (!t) continue;
		const off = t.body.off[0];
		const position = off?.position;
		const last = runs.at(-1);
		if (position && open && last?.position === position) last.ids.push(event.id);
		else if (position) runs.push({ position, called: off?.name ?? short(position), ids: [event.id] });
		open = position !== undefined;
	}
	const at = new Map(entries.map(({ event }, i) => [event.id, i]));
	const labels = new Map<string, string>();
	let free = Number.POSITIVE_INFINITY;
	// The latest first: a label that would run into one already there is left out.
	for (const { called, ids } of runs.reverse()) {
		const id = ids[Math.floor((ids.length - 1) / 2)] ?? "";
		const words = ids.length > 1 ? `${called} ×${ids.length}` : called;
		const half = (words.length * LETTER_PX) / MARK_PX / 2;
		const place = at.get(id) ?? 0;
		if (place + half > free) continue;
		labels.set(id, words);
		free = place - half;
	}
	return labels;
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
	const labels = faultLabels(shown, board.short);
	// Numbers fit under their marks; of words only the latest has room.
	const last = shown.at(-1)?.event.id;
	// A label may not hang over the edge.
	const edge = new Set(shown.slice(-2).map(({ event }) => event.id));
	const letters = lettersOf(shown);
	const label = (t: TryView): string | null => {
		const said = labels.get(t.id) ?? (t.body.answer && t.id !== last ? letters(t.body.answer) : numberOf(t));
		return said && !labels.has(t.id) && said.length > SHORT && t.id !== last ? null : said;
	};
	return (
		<>
			{shown.length === 0 && <span className={css.stripEmpty}>No tries yet. One touch each.</span>}
			{runsOf(shown).map(({ event, run }, i) =>
				run.length > 0 ? (
					// biome-ignore lint/suspicious/noArrayIndexKey: a run grows and moves on; what stays is its place
					<span key={i} className={css.stripRun}>
						<MarkRow tries={run} />
						{run.map((t, place) => {
							const words = label(t);
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
