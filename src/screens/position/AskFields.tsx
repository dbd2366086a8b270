"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { FormRow } from "@/ui/FormRow";
import css from "./position.module.css";
import { type Ask, namesFor, type Placing, pointsFor } from "./usePlacing";

const numberIn = (typed: string): number | null => {
	const number = Number(typed.replace(",", "."));
	return typed.trim() === "" || !Number.isFinite(number) ? null : number;
};

/** What is measured, where, and within what it is on; the points as numbers, for whoever does not drag. */
export function AskFields({ placing, size }: { placing: Placing; size: { width: number; height: number } }) {
	const { now, put, seen } = placing;
	const { ask } = now;
	const names = namesFor(ask);
	const edit = (change: Partial<Ask>, what: string) => {
		const next = { ...ask, ...change };
		const called = namesFor(next);
		// A point that is called something else is still where it was.
		const renamed =
			next.of === ask.of
				? now.points.map((point) => ({ ...point, name: called[names.indexOf(point.name)] ?? point.name }))
				: now.points;
		const placed = next.of === ask.of ? now.placed.map((name) => called[names.indexOf(name)] ?? name) : now.placed;
		put({ ask: next, points: pointsFor(next, renamed, size), placed }, what);
	};
	const unit = ask.of === "angle" ? "degrees" : "metres";
	const number = (key: "low" | "high" | "known", label: string) => (
		<FormRow id={`ask-${key}`} label={label} className="">
			<Form.Control
				key={`${key} ${ask.of}`}
				inputMode="decimal"
				defaultValue={ask[key] ?? ""}
				onChange={(event) => edit({ [key]: numberIn(event.target.value) }, key)}
			/>
		</FormRow>
	);
	return (
		<>
			<div className={css.ask}>
				<FormRow id="ask-of" label="Measure" className="">
					<Form.Select
						value={ask.of}
						onChange={(event) =>
							edit({ of: event.target.value === "distance" ? "distance" : "angle", low: null, high: null }, "")
						}
					>
						<option value="angle">an angle</option>
						<option value="distance">a distance</option>
					</Form.Select>
				</FormRow>
				{number("low", `from, ${unit}`)}
				{number("high", `to, ${unit}`)}
				{ask.of === "distance" && number("known", "known length, metres")}
			</div>
			<table className={css.points} aria-label="The points as numbers">
				<thead>
					<tr>
						<th scope="col">point</th>
						<th scope="col">across</th>
						<th scope="col">down</th>
					</tr>
				</thead>
				<tbody>
					{now.points.map((point, i) => {
						const shown = seen(point);
						const own = names.indexOf(point.name);
						const canName = own >= 0 && own < (ask.of === "angle" ? 3 : 2);
						return (
							// biome-ignore lint/suspicious/noArrayIndexKey: a point is its place in the list; its name is typed here
							<tr key={i}>
								<th scope="row">
									{canName ? (
										<Form.Control
											size="sm"
											aria-label={`Name of point ${i + 1}`}
											maxLength={40}
											value={ask.names[own] ?? point.name}
											onChange={(event) => {
												const next = names.slice(0, ask.of === "angle" ? 3 : 2);
												next[own] = event.target.value;
												if (new Set(next.map((one) => one.trim())).size === next.length)
													edit({ names: next }, `name ${i}`);
											}}
										/>
									) : (
										point.name
									)}
								</th>
								{(["x", "y"] as const).map((axis) => (
									<td key={axis}>
										<Form.Control
											size="sm"
											type="number"
											aria-label={`${point.name}, ${axis === "x" ? "across" : "down"}`}
											value={Math.round(shown[axis])}
											onChange={(event) => {
												const to = numberIn(event.target.value);
												if (to !== null) placing.move(point.name, { ...shown, [axis]: to });
											}}
										/>
									</td>
								))}
							</tr>
						);
					})}
				</tbody>
			</table>
			{now.marks.length > 0 && (
				<Button variant="link" onClick={() => put({ marks: [] })}>
					remove the drawn lines
				</Button>
			)}
		</>
	);
}
