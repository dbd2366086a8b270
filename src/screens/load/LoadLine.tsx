import { type LoadDay, loadOn } from "@/core/load/load";
import type { bodyParts } from "@/core/people/body";
import { dayAfter, daysBetween } from "@/core/text/fields";
import { dayWords } from "@/ui/dates";
import css from "./load.module.css";

const [WIDTH, HEIGHT, EDGE, ROOM] = [640, 120, 8, 44];

/** The seven days up to each day as a plain line, a tick for each day that had any, and the limit it runs against. */
export function LoadLine({
	days,
	part,
	from,
	day,
	limit,
}: {
	days: readonly LoadDay[];
	part: (typeof bodyParts)[number];
	from: string;
	day: string;
	limit: number | null;
}) {
	const all = Array.from({ length: daysBetween(from, day) + 1 }, (_, i) => {
		const on = dayAfter(from, i);
		return { on, ...loadOn(days, part, on) };
	});
	const top = Math.max(1, limit ?? 0, ...all.map(({ week }) => week)) * 1.08;
	const x = (i: number) => EDGE + ((WIDTH - EDGE - ROOM) * i) / Math.max(1, all.length - 1);
	const y = (load: number) => HEIGHT - EDGE - ((HEIGHT - 2 * EDGE) * load) / top;
	const largest = Math.max(...all.map(({ week }) => week));
	return (
		<svg
			className={css.line}
			viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
			role="img"
			aria-label={`The ${part} in the seven days up to each day, from ${dayWords(from, day)}: at most ${Math.round(largest)}, now ${Math.round(all.at(-1)?.week ?? 0)}${limit === null ? "" : `, limit ${limit}`}`}
		>
			<path className={css.base} d={`M0 ${y(0)}H${WIDTH - ROOM}`} />
			{all.map(
				({ on, day: load }, i) => load > 0 && <path key={on} className={css.tick} d={`M${x(i)} ${y(0)}V${y(load)}`} />,
			)}
			<path className={css.rolling} d={all.map(({ week }, i) => `${i === 0 ? "M" : "L"}${x(i)} ${y(week)}`).join("")} />
			{limit !== null && (
				<>
					<path className={css.limit} d={`M0 ${y(limit)}H${WIDTH - ROOM}`} />
					<text x={WIDTH} y={y(limit) + 4} textAnchor="end">
						{limit}
					</text>
				</>
			)}
		</svg>
	);
}
