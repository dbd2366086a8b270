import type { JournalEntry } from "@/core/practice/journal";
import { daysBetween } from "@/core/text/fields";
import { dayWords } from "@/ui/dates";
import css from "./practice.module.css";

const [WIDTH, HEIGHT, EDGE, R] = [640, 110, 10, 5];
/** Room behind the latest entry for what is asked for now. */
const LABEL = 28;

/** A drill's entries over the days: how many were good, a disc where what was asked for was met, a bar at what was asked for. */
export function PracticeLine({
	entries,
	target,
	label,
	day,
}: {
	entries: readonly JournalEntry[];
	target: number;
	label: string;
	day: string;
}) {
	const [first] = entries;
	const last = entries.at(-1);
	if (!first || !last || entries.length < 2) return null;
	const span = Math.max(1, daysBetween(first.day, last.day));
	const top = Math.max(...entries.map((entry) => Math.max(entry.dose, entry.tries)));
	const x = (entry: JournalEntry) => EDGE + ((WIDTH - 2 * EDGE - LABEL) * daysBetween(first.day, entry.day)) / span;
	const y = (good: number) => HEIGHT - EDGE - ((HEIGHT - 2 * EDGE) * good) / top;
	const met = entries.filter((entry) => entry.good >= entry.target).length;
	return (
		<figure className={css.over}>
			<svg
				viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
				role="img"
				aria-label={`${label}: ${entries.length} entries from ${dayWords(first.day, day)} to ${dayWords(last.day, day)}, target reached in ${met}`}
			>
				<path className={css.base} d={`M0 ${y(0)}H${WIDTH}`} />
				{entries.map((entry) => (
					<path key={`asked ${entry.id}`} className={css.askedBar} d={`M${x(entry) - R} ${y(entry.target)}h${2 * R}`} />
				))}
				{entries.map((entry) => (
					<circle
						key={entry.id}
						className={entry.good >= entry.target ? css.met : css.missed}
						cx={x(entry)}
						cy={y(entry.good)}
						r={R}
					/>
				))}
				<text x={WIDTH} y={y(target) + R} textAnchor="end">
					{target}
				</text>
			</svg>
			<figcaption className="mute">
				{dayWords(first.day, day)} to {dayWords(last.day, day)}. Filled: target reached.
			</figcaption>
		</figure>
	);
}
