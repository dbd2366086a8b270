"use client";

import { Line, LineChart, ReferenceArea, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from "recharts";
import type { Curve } from "@/core/analysis/analyse";
import { at, rateWords } from "@/core/analysis/readings";
import { inTen } from "@/core/text/figures";
import css from "./rules.module.css";

export interface Drawn {
	name: string;
	curve: Curve;
}

interface Props {
	own: Drawn;
	other: Drawn | null;
	/** A student's rate here, with its interval. */
	here: { name: string; mean: number; low: number; high: number } | null;
	notReady: number;
	ready: number;
	/** What the rate is of; of good tries where nothing is said. */
	rate?: string;
}

const TABLE = [0.4, 0.5, 0.6, 0.7, 0.75, 0.8, 0.85, 0.9, 0.95];
const axis = { stroke: "var(--mute)", tick: { fill: "var(--mute)", fontSize: 12 } };

/** The chance to pass over the student's true rate; the same numbers in a table behind it. */
export function RuleCurve({ own, other, here, notReady, ready, rate = rateWords.good }: Props) {
	const rows = own.curve.rates.map((share, i) => ({
		rate: share * 10,
		own: 100 * (own.curve.pass[i] as number),
		other: other ? 100 * at(other.curve, other.curve.pass, share) : undefined,
	}));
	return (
		<figure className="m-0 mt-2">
			<div className={css.curve} aria-hidden="true">
				<ResponsiveContainer width="100%" height="100%">
					<LineChart data={rows} margin={{ top: 8, right: 8, bottom: 16, left: 0 }} accessibilityLayer={false}>
						<XAxis
							dataKey="rate"
							type="number"
							domain={[0, 10]}
							ticks={[0, 2, 4, 6, 8, 10]}
							label={{ value: rate, position: "bottom", offset: 0, fill: "var(--mute)", fontSize: 12 }}
							{...axis}
						/>
						<YAxis domain={[0, 100]} ticks={[0, 25, 50, 75, 100]} width={34} {...axis} />
						{here && <ReferenceArea x1={here.low * 10} x2={here.high * 10} fill="var(--line)" fillOpacity={0.5} />}
						{here && <ReferenceLine x={here.mean * 10} stroke="var(--ink)" />}
						<ReferenceLine x={notReady * 10} stroke="var(--mute)" strokeDasharray="2 3" />
						<ReferenceLine x={ready * 10} stroke="var(--mute)" strokeDasharray="2 3" />
						<ReferenceLine y={25} stroke="var(--line)" />
						<Line dataKey="own" stroke="var(--ink)" strokeWidth={2.5} dot={false} isAnimationActive={false} />
						{other && (
							<Line
								dataKey="other"
								stroke="var(--peg)"
								strokeWidth={2.5}
								strokeDasharray="6 3"
								dot={false}
								isAnimationActive={false}
							/>
						)}
					</LineChart>
				</ResponsiveContainer>
			</div>
			<figcaption>
				<ul className={css.legend}>
					<li>
						<i /> passes in 100 lessons: {own.name}
					</li>
					{other && (
						<li className={css.other}>
							<i /> {other.name}
						</li>
					)}
					{here && (
						<li>
							likely range: {here.name}, {inTen(here.low)} to {inTen(here.high)} in 10
						</li>
					)}
				</ul>
				<details>
					<summary>in numbers</summary>
					<table className="w-100">
						<thead>
							<tr className="mute">
								<th scope="col">{rate}</th>
								<th scope="col">passes in 100 lessons</th>
								<th scope="col">tries</th>
								{other && <th scope="col">{other.name}</th>}
							</tr>
						</thead>
						<tbody>
							{TABLE.map((share) => (
								<tr key={share}>
									<th scope="row">{inTen(share)}</th>
									<td>{(100 * at(own.curve, own.curve.pass, share)).toFixed(1)}</td>
									<td>{at(own.curve, own.curve.attempts, share).toFixed(1)}</td>
									{other && <td>{(100 * at(other.curve, other.curve.pass, share)).toFixed(1)}</td>}
								</tr>
							))}
						</tbody>
					</table>
				</details>
			</figcaption>
		</figure>
	);
}
