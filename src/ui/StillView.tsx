import type { Still } from "@/core/position/still";
import css from "./still.module.css";

/** A kept still with what was drawn and measured on it. */
export function StillView({ still, words }: { still: Still; words: string }) {
	const { width, height } = still;
	const unit = Math.max(width, height) / 100;
	const at = (name: string) => still.points.find((point) => point.name === name) ?? { x: 0, y: 0 };
	const to = (name: string) => `${at(name).x} ${at(name).y}`;
	return (
		<svg className={css.still} viewBox={`0 0 ${width} ${height}`} role="img" aria-label={words}>
			<image href={`/api/pictures/${still.picture}`} width={width} height={height} />
			{still.measures.map((one) => {
				const d = `M${one.at.map(to).join("L")}`;
				return (
					<g key={d}>
						<path className={css.under} d={d} strokeWidth={unit * 1.3} />
						<path className={css.line} d={d} strokeWidth={unit * 0.6} />
					</g>
				);
			})}
			{still.marks.map(({ from, to: end }) => (
				<path
					key={`${from.x} ${from.y} ${end.x} ${end.y}`}
					className={css.line}
					d={`M${from.x} ${from.y}L${end.x} ${end.y}`}
					strokeWidth={unit * 0.6}
				/>
			))}
			{still.points.map(({ name, x, y }) => (
				<circle key={name} className={css.line} cx={x} cy={y} r={unit * 1.5} strokeWidth={unit * 0.6} />
			))}
		</svg>
	);
}
