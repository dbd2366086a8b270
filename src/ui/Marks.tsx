import { isScore } from "@/core/log/score";
import type { Entry, TryView } from "@/core/log/view";
import css from "./marks.module.css";

/** What was measured, rated or answered, where a try carries it. */
export function numberOf({ body }: TryView): string | null {
	if (body.rating !== undefined) return String(body.rating);
	if (body.length !== undefined) return String(body.length);
	if (body.measure) return String(body.measure.value);
	return (
		body.answer ??
		(body.chose && `${body.chose} choice`) ??
		body.called ??
		(["hit", "miss"].includes(body.result) ? null : body.result)
	);
}

/** The words of an attempt's mark, for those who do not see it. */
export function tryWords(t: TryView, short: (position: string) => string): string {
	if (t.body.noCount) return "no count";
	const off = t.body.off.map(
		(o) =>
			`${o.name ?? short(o.position)} off${o.direction ? `, ${o.direction === "short" ? "not enough" : "too much"}` : ""}`,
	);
	const said = numberOf(t);
	const what = [...(said ? [said] : []), ...outcomeWords(t), ...off];
	if (t.body.second) what.push(`${t.body.second.of} ${t.body.second.value}`);
	if (t.body.effort !== undefined) what.push(`effort ${t.body.effort}`);
	if (t.body.cameOff !== undefined) what.push(t.body.cameOff ? "came off" : "did not come off");
	if (t.body.brokeAt) what.push(`broke in ${short(t.body.brokeAt)}`);
	if (t.body.why) what.push(`because of ${t.body.why === "earlier skill" ? "an earlier skill" : `the ${t.body.why}`}`);
	if (t.body.label) what.push(t.body.label);
	if (t.body.beforeCheck) what.push("before the checklist");
	if (t.apart) what.push("counted by another device");
	if (t.byPartner) what.push("logged by a partner");
	return what.join(", ");
}

/** Of a choice whether it was right, and what the gate says where that is something else; else good, missed or off. */
function outcomeWords({ good, body, as: { right } }: TryView): string[] {
	if (right === undefined) return [good ? "good" : body.result === "miss" ? "missed" : "off"];
	return [...(body.chose ? [] : [right ? "right" : "wrong"]), ...(right && !good ? ["not good"] : [])];
}

const SIZE = 14;
const FROM_MARK_TO_MARK = 18;

/** Where the mark of that place stands in its row, in pixels. */
export const markAt = (place: number): number => place * FROM_MARK_TO_MARK;

const isFaint = (t: TryView): boolean => t.over || t.apart || t.variation !== "own";
const shapeOf = (t: TryView): "none" | "good" | "off" => (t.body.noCount ? "none" : t.good ? "good" : "off");

/** Under the mark of a choice that did not come off. */
const notOff = (x: number) => `M${x + 1} 17h12`;
const drawn: Record<ReturnType<typeof shapeOf>, (x: number) => string> = {
	good: (x) => `M${x} 7a7 7 0 1 0 14 0a7 7 0 1 0-14 0`,
	off: (x) => `M${x + 1} 7a6 6 0 1 0 12 0a6 6 0 1 0-12 0`,
	none: (x) => `M${x} 7h14`,
};

/**
 * The same marks in a row, as one drawing with a line for each look: for where a row changes
 * with every touch. Words stand beside it, and readers pass it by.
 */
export function MarkRow({ tries }: { tries: readonly TryView[] }) {
	const paths = new Map<string, string>();
	for (const [place, t] of tries.entries()) {
		const shape = shapeOf(t);
		const look = `${css[`${shape}Drawn`]} ${isFaint(t) ? css.faintDrawn : ""}`;
		paths.set(look, (paths.get(look) ?? "") + drawn[shape](markAt(place)));
		if (t.body.cameOff === false && css.noneDrawn)
			paths.set(css.noneDrawn, (paths.get(css.noneDrawn) ?? "") + notOff(markAt(place)));
	}
	const width = markAt(tries.length - 1) + SIZE;
	return (
		<svg className={css.row} width={width} height={SIZE} aria-hidden="true">
			{[...paths].map(([look, path]) => (
				<path key={look} className={look} d={path} />
			))}
		</svg>
	);
}

/** Good is a filled disc, off an open ring, no count a dash. Without `short`, where words stand beside it, readers pass it by. */
export function TryMark({ t, short }: { t: TryView; short?: (position: string) => string }) {
	const look = `${css.mark} ${css[shapeOf(t)]} ${isFaint(t) ? css.faint : ""} ${t.body.cameOff === false ? css.missed : ""}`;
	if (!short) return <i className={look} aria-hidden="true" />;
	const words = tryWords(t, short);
	return <i className={look} role="img" aria-label={words} title={words} />;
}

/** A score as it was called out. */
export const scoreWords = (count: number, seconds?: number): string =>
	seconds === undefined ? `score ${count}` : `${count} in ${seconds} s`;

/** A visit's attempts in order, cues as notches between them. */
export function TryStrip({ entries, short }: { entries: readonly Entry[]; short: (position: string) => string }) {
	return (
		<div className={css.strip}>
			{entries.map(({ event, try: t }) =>
				t ? (
					<TryMark key={event.id} t={t} short={short} />
				) : event.kind === "tally" ? (
					<b key={event.id}>
						{isScore(event.body)
							? scoreWords(event.body.good, event.body.seconds)
							: `${event.body.good} of ${event.body.tries}, as totals`}
					</b>
				) : event.kind === "feedback" ? (
					<span
						key={event.id}
						className={css.cue}
						role="img"
						aria-label={`${event.body.type}: ${event.body.cue?.text ?? "in own words"}`}
						title={event.body.cue?.text ?? event.body.type}
					/>
				) : null,
			)}
		</div>
	);
}
