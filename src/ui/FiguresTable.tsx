import type { ReactNode } from "react";
import css from "./figures.module.css";

/** Rows of figures under their heads, the first of each row its name; nothing where there is no row. */
export const FiguresTable = ({
	label,
	head,
	rows,
	note,
}: {
	/** What the table is called where it is read out. */
	label?: string;
	head: readonly ReactNode[];
	rows: readonly (readonly ReactNode[])[];
	/** A line under the table. */
	note?: ReactNode;
}) =>
	rows.length > 0 && (
		<table className={css.table} aria-label={label}>
			<thead>
				<tr>
					{head.map((name, i) => (
						// biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
						<th key={i} scope="col" dir="auto">
							{name}
						</th>
					))}
				</tr>
			</thead>
			<tbody>
				{rows.map(([name, ...cells], at) => (
					// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
					<tr key={at}>
						<th scope="row" dir="auto">
							{name}
						</th>
						{cells.map((cell, i) => (
							// biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
							<td key={i} dir="auto">
								{cell}
							</td>
						))}
					</tr>
				))}
			</tbody>
			{note && <caption className="hint">{note}</caption>}
		</table>
	);
