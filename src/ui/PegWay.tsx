import type { PegDay } from "@/core/digest/ladderDigest";
import { plural } from "@/core/text/lists";
import { dayWords } from "./dates";
import css from "./rail.module.css";

/**
 * The rail over time: beside a rail and on its pitch, the peg's way through the
 * latest lessons. A disc a lesson, filled as far as its tries were good.
 */
export function PegWay({
	way,
	rungs,
	start,
	pitch,
	width,
	label,
}: {
	/** Oldest first. */
	way: readonly PegDay[];
	/** Lowest first. */
	rungs: readonly { rung: string; name: string }[];
	/** Rung the peg stood on before its first move; the lowest when null. */
	start: string | null;
	pitch: number;
	width: number;
	label: string;
}) {
	const height = rungs.length * pitch;
	const first = way[0];
	const last = way.at(-1);
	if (!first || !last) return null;
	const place = (rung: string | null) =>
		Math.max(
			0,
			rungs.findIndex((one) => one.rung === (rung ?? start)),
		);
	const from = Date.parse(first.day);
	const span = Math.max(1, Date.parse(last.day) - from);
	const edge = 8;
	const x = (day: string) => edge + ((Date.parse(day) - from) / span) * (width - 2 * edge);
	const y = (rung: string | null) => height - (place(rung) + 0.5) * pitch;
	const r = Math.min(4, pitch / 5);
	const line = way.map((point, i) =>
		i === 0 ? `M${x(point.day)} ${y(point.peg)}` : `H${x(point.day)}V${y(point.peg)}`,
	);
	return (
		<figure className={css.way}>
			<svg
				width={width}
				height={height}
				viewBox={`0 0 ${width} ${height}`}
				role="img"
				aria-label={`${label}: the peg over ${plural(way.length, "lesson")}, from rung ${place(first.peg) + 1} on ${dayWords(first.day)} to rung ${place(last.peg) + 1} on ${dayWords(last.day)}`}
			>
				{rungs.map(({ rung }) => (
					<path key={rung} className={css.wayRung} d={`M0 ${y(rung)}H${width}`} />
				))}
				<path className={css.wayLine} d={line.join("")} />
				{way.map((point) => (
					<g key={point.lesson} transform={`translate(${x(point.day)} ${y(point.peg)})`}>
						<circle className={css.open} r={r} />
						{point.tries > 0 && <circle className={css.filled} r={r * Math.sqrt(point.good / point.tries)} />}
					</g>
				))}
			</svg>
			<figcaption className="mute">
				<span>{dayWords(first.day)}</span>
				<span>{dayWords(last.day)}</span>
			</figcaption>
		</figure>
	);
}
