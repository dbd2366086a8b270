import type { Placing } from "@/core/log/kinds";
import type { Entry, TryView } from "@/core/log/lesson";
import css from "./marks.module.scss";

/** What was measured, rated or answered, where a try carries it. */
export function numberOf({ body }: TryView): string | null {
	if (body.rating !== undefined) return String(body.rating);
	if (body.length !== undefined) return String(body.length);
	if (body.measure) return String(body.measure.value);
	return body.answer ?? body.called ?? (["hit", "miss"].includes(body.result) ? null : body.result);
}

/** Short names of what these placings watch, and of the skills of their chains. */
export function shortIn(...placings: readonly Placing[]): (id: string) => string {
	const names = new Map(
		placings.flatMap(({ positions, chain = [] }) => [
			...positions.map(({ id, short }) => [id, short] as const),
			...chain.map(({ id, name }) => [id, name] as const),
		]),
	);
	return (id) => names.get(id) ?? "other";
}

/** The words of an attempt's mark, for those who do not see it. */
export function tryWords(t: TryView, short: (position: string) => string): string {
	if (t.body.noCount) return "no count";
	const off = t.body.off.map(
		(o) =>
			`${short(o.position)}${o.direction ? `, ${o.direction === "short" ? "short of" : "beyond"} its range` : ""} off`,
	);
	const said = numberOf(t);
	const what = [...(said ? [said] : []), t.good ? "good" : t.body.result === "miss" ? "missed" : "off", ...off];
	if (t.body.brokeAt) what.push(`broke in ${short(t.body.brokeAt)}`);
	if (t.apart) what.push("counted by another device");
	if (t.byPartner) what.push("logged by a partner");
	return what.join(", ");
}

/** Good is a filled disc, off an open ring, no count a dash. Without `short`, where words stand beside it, readers pass it by. */
export function TryMark({ t, short }: { t: TryView; short?: (position: string) => string }) {
	const faint = t.over || t.apart || t.variation !== "own" ? css.faint : "";
	const shape = t.body.noCount ? css.none : t.good ? css.good : css.off;
	const look = `${css.mark} ${shape} ${faint}`;
	if (!short) return <i className={look} aria-hidden="true" />;
	const words = tryWords(t, short);
	return <i className={look} role="img" aria-label={words} title={words} />;
}

/** A visit's attempts in order, cues as notches between them. */
export function TryStrip({ entries, short }: { entries: readonly Entry[]; short: (position: string) => string }) {
	return (
		<div className={css.strip}>
			{entries.map(({ event, try: t }) =>
				t ? (
					<TryMark key={event.id} t={t} short={short} />
				) : event.kind === "tally" ? (
					<b key={event.id}>
						{event.body.good} of {event.body.tries}, tallied
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
