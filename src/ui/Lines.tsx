import type { ReactNode } from "react";
import css from "./figures.module.css";

/** Figures as labels and values, a line each, the values lined up at the right; a line whose value is null is left out. */
export const Lines = ({ of }: { of: readonly (readonly [label: ReactNode, value: ReactNode])[] }) => (
	<dl className={css.lines}>
		{of.map(
			([label, value], i) =>
				value !== null && (
					// biome-ignore lint/suspicious/noArrayIndexKey: a line is its place
					<div key={i}>
						<dt dir="auto">{label}</dt>
						<dd>{value}</dd>
					</div>
				),
		)}
	</dl>
);
