"use client";

import { Line, LineChart, ResponsiveContainer, XAxis, YAxis } from "recharts";
import css from "./timeLines.module.css";

export interface TimeLinesProps {
	/** What the lines show, in a sentence. */
	says: string;
	/** A day or a week in words, and the value of each line there; null where there is none. */
	rows: readonly { at: string; values: readonly (number | null)[] }[];
	/** What each line is of: the first is drawn whole, the second dashed. */
	lines: readonly string[];
	/** What `at` is, as the table's first heading. */
	of: string;
}

const axis = { stroke: "var(--mute)", tick: { fill: "var(--mute)", fontSize: 12 } };
const looks = [
	{ stroke: "var(--ink)", strokeDasharray: "0" },
	{ stroke: "var(--peg)", strokeDasharray: "6 3" },
] as const;

/** One or two lines over time, drawn by the chart library, with a sentence above and the same numbers in a table behind. */
export function TimeLines({ says, rows, lines, of }: TimeLinesProps) {
	const data = rows.map(({ at, values }) => ({
		at,
		...Object.fromEntries(values.map((value, i) => [`v${i}`, value])),
	}));
	return (
		<figure className={css.figure}>
			<figcaption>{says}</figcaption>
			<div className={css.lines} aria-hidden="true">
				<ResponsiveContainer width="100%" height="100%">
					<LineChart data={data} margin={{ top: 8, right: 12, bottom: 0, left: 0 }} accessibilityLayer={false}>
						<XAxis dataKey="at" minTickGap={16} {...axis} />
						<YAxis allowDecimals={false} width={30} {...axis} />
						{lines.map((name, i) => (
							<Line
								key={name}
								dataKey={`v${i}`}
								{...looks[i % looks.length]}
								strokeWidth={2.5}
								dot={{ r: 3, strokeDasharray: "0", fill: "var(--paper)" }}
								connectNulls
								isAnimationActive={false}
							/>
						))}
					</LineChart>
				</ResponsiveContainer>
			</div>
			<ul className={css.legend}>
				{lines.map((name, i) => (
					<li key={name} className={i === 1 ? css.other : ""}>
						<i /> {name}
					</li>
				))}
			</ul>
			<details>
				<summary>in numbers</summary>
				<table>
					<thead>
						<tr className="mute">
							<th scope="col">{of}</th>
							{lines.map((name) => (
								<th key={name} scope="col">
									{name}
								</th>
							))}
						</tr>
					</thead>
					<tbody>
						{rows.map(({ at, values }) => (
							<tr key={at}>
								<th scope="row">{at}</th>
								{lines.map((name, i) => (
									<td key={name}>{values[i] ?? ""}</td>
								))}
							</tr>
						))}
					</tbody>
				</table>
			</details>
		</figure>
	);
}
