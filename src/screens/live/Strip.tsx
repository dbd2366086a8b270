import { memo } from "react";
import type { Entry, TryView } from "@/core/log/lesson";
import { numberOf, TryMark } from "@/ui/Marks";
import css from "./live.module.scss";
import type { Board } from "./model";

const SHOWN = 20;
const SHORT = 3;
/** A mark and its gap; a letter under it, about. */
const MARK_PX = 18;
const LETTER_PX = 7;

/** Consecutive attempts with the same fault say so once: "elbow ×3". */
function faultLabels(entries: readonly Entry[], short: Board["short"]): Map<string, string> {
	const runs: { position: string; ids: string[] }[] = [];
	let open = false;
	for (const { event, try: t } of entries) {
		if (!t) continue;
		const position = t.body.off[0]?.position;
		const last = runs.at(-1);
		if (position && open && last?.position === position) last.ids.push(event.id);
		else if (position) runs.push({ position, ids: [event.id] });
		open = position !== undefined;
	}
	const at = new Map(entries.map(({ event }, i) => [event.id, i]));
	const labels = new Map<string, string>();
	let free = Number.POSITIVE_INFINITY;
	// The latest first: a label that would run into one already there is left out.
	for (const { position, ids } of runs.reverse()) {
		const id = ids[Math.floor((ids.length - 1) / 2)] ?? "";
		const words = ids.length > 1 ? `${short(position)} ×${ids.length}` : short(position);
		const half = (words.length * LETTER_PX) / MARK_PX / 2;
		const place = at.get(id) ?? 0;
		if (place + half > free) continue;
		labels.set(id, words);
		free = place - half;
	}
	return labels;
}

/** A mark that is there already is not drawn anew for the next one. */
const StripMark = memo(({ t, words }: { t: TryView; words: string | null }) => (
	<span className={css.stripMark}>
		<TryMark t={t} />
		{words && <small aria-hidden="true">{words}</small>}
	</span>
));

/** The last twenty attempts as marks, cues as notches between them: one target that opens the rows. */
export function Strip({ board, onOpen }: { board: Board; onOpen: () => void }) {
	const marks = board.visit.entries.filter(
		({ event, try: t }) => t || event.kind === "feedback" || event.kind === "tally",
	);
	const from = Math.max(0, marks.length - SHOWN);
	const shown = marks.slice(from);
	const labels = faultLabels(shown, board.short);
	const tries = board.visit.tries.length;
	// Numbers fit under their marks; of words only the latest has room.
	const last = shown.at(-1)?.event.id;
	const label = (id: string, t: TryView): string | null => {
		const said = labels.get(id) ?? numberOf(t);
		return said && !labels.has(id) && said.length > SHORT && id !== last ? null : said;
	};
	return (
		<button type="button" className={css.strip} onClick={onOpen}>
			<span className="visually-hidden">Last tries, {tries} in this visit: correct, take back or insert</span>
			{shown.length === 0 && <span className={css.stripEmpty}>No tries yet. One touch each.</span>}
			{shown.map(({ event, try: t }) =>
				t ? (
					<StripMark key={event.id} t={t} words={label(event.id, t)} />
				) : event.kind === "tally" ? (
					<b key={event.id} className={css.stripTally}>
						{event.body.good} of {event.body.tries}
					</b>
				) : (
					<i key={event.id} className={css.stripCue} />
				),
			)}
		</button>
	);
}
