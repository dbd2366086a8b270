import type { Drawing } from "@/core/sums/sum";
import { tell, type Units } from "@/core/sums/units";
import css from "./sums.module.css";

const WIDTH = 420;
const LEFT = 92;
const ROW = 38;
/** Room for a number at the end of a line. */
const RIGHT = 62;

/** What moves with the numbers. */
export function SumDrawing({ drawing, units, words }: { drawing: Drawing; units: Units; words: string }) {
	if (drawing.kind === "tracks") return <Tracks drawing={drawing} units={units} words={words} />;
	if (drawing.kind === "time") return <Time drawing={drawing} units={units} words={words} />;
	return <Bars drawing={drawing} units={units} words={words} />;
}

interface Of<K extends Drawing["kind"]> {
	drawing: Extract<Drawing, { kind: K }>;
	units: Units;
	words: string;
}

/** Both ways drawn to one scale, with what flies on them: it needs as long on either. */
function Tracks({ drawing: { tracks, seconds }, units, words }: Of<"tracks">) {
	const longest = Math.max(...tracks.map(({ length }) => length.value));
	const room = WIDTH - LEFT - RIGHT;
	// Shown no faster than can be followed, and no slower than one waits for.
	const lasts = `${Math.min(4, Math.max(0.4, seconds)).toFixed(2)}s`;
	return (
		<svg className={css.drawing} viewBox={`0 0 ${WIDTH} ${tracks.length * ROW + 8}`} role="img" aria-label={words}>
			{tracks.map(({ label, length }, i) => {
				const to = (room * length.value) / longest;
				const y = i * ROW + 26;
				return (
					<g key={label}>
						<text x={0} y={y + 5}>
							{label}
						</text>
						<path className={css.way} d={`M${LEFT} ${y}h${to}`} />
						<path className={css.end} d={`M${LEFT} ${y - 9}v18M${LEFT + to} ${y - 9}v18`} />
						<circle
							className={css.flies}
							cx={LEFT}
							cy={y}
							r={7}
							style={{ "--way": `${to}px`, animationDuration: lasts } as React.CSSProperties}
						/>
						<text x={LEFT + to + 12} y={y + 5}>
							{tell(length, units)}
						</text>
					</g>
				);
			})}
		</svg>
	);
}

function Time({ drawing: { spans, seconds }, units, words }: Of<"time">) {
	const room = WIDTH - LEFT - RIGHT;
	const x = (at: number) => LEFT + (room * at) / seconds;
	const shown = spans.slice(0, MOST_ROWS);
	const row = 30;
	return (
		<svg className={css.drawing} viewBox={`0 0 ${WIDTH} ${shown.length * row + 8}`} role="img" aria-label={words}>
			{shown.map(({ label, from, to }, i) => {
				const y = i * row + 18;
				return (
					<g key={label}>
						<text x={0} y={y + 5}>
							{label}
						</text>
						<path className={css.way} d={`M${LEFT} ${y}h${room}`} />
						<path className={css.span} d={`M${x(from)} ${y}H${Math.max(x(from) + 2, x(to))}`} />
						<text x={LEFT + room + 10} y={y + 5}>
							{tell({ value: to - from, of: "seconds" }, units)}
						</text>
					</g>
				);
			})}
		</svg>
	);
}

const MOST_ROWS = 14;
const TALL = 120;

function Bars({ drawing: { bars, line, of }, units, words }: Of<"bars">) {
	const values = [...bars.map(({ value }) => value), line ?? 0];
	const [low, high] = [Math.min(0, ...values), Math.max(...values, 1e-9)];
	const y = (value: number) => 20 + TALL * (1 - (value - low) / (high - low));
	const step = WIDTH / bars.length;
	const width = Math.min(44, step * 0.62);
	// More than these stand too close for words on each.
	const said = bars.length <= MOST_ROWS;
	return (
		<svg className={css.drawing} viewBox={`0 0 ${WIDTH} ${TALL + 48}`} role="img" aria-label={words}>
			{bars.map(({ label, value, marked }, i) => {
				const x = i * step + (step - width) / 2;
				return (
					<g key={label}>
						<rect
							className={marked ? css.marked : css.bar}
							x={x}
							y={y(Math.max(0, value))}
							width={width}
							height={Math.max(2, Math.abs(y(value) - y(0)))}
						/>
						{(said || marked) && (
							<text x={x + width / 2} y={y(Math.max(0, value)) - 5} textAnchor="middle">
								{tell({ value, of }, units).split(" ")[0]}
							</text>
						)}
						{(said || i % 5 === 0) && (
							<text x={x + width / 2} y={TALL + 38} textAnchor="middle">
								{label}
							</text>
						)}
					</g>
				);
			})}
			<path className={css.end} d={`M0 ${y(0)}H${WIDTH}`} />
			{line !== undefined && <path className={css.line} d={`M0 ${y(line)}H${WIDTH}`} />}
		</svg>
	);
}
