"use client";

import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { type Climber, type Stations, stationsFor } from "@/core/groups/stations";
import { list } from "@/core/text/lists";
import { keepJson, readKeptJson } from "@/device/localKeep";
import { BenchPage } from "@/ui/BenchPage";
import { FormRow } from "@/ui/FormRow";
import css from "./stations.module.css";

const KEPT = "peg-ladder stations";

interface Asked {
	people: string[];
	skills: string[];
	minutes: number;
}

const isAsked = (value: unknown): Asked | null => {
	const { people, skills, minutes } = (value ?? {}) as Partial<Asked>;
	return Array.isArray(people) && Array.isArray(skills) && typeof minutes === "number"
		? { people, skills, minutes }
		: null;
};

/** A group over several stations: a sheet to pin up, worked out from where everybody's pegs stand. */
export function StationsPage({ climbers }: { climbers: Climber[] }) {
	const skills = [...new Set(climbers.flatMap(({ ladders }) => ladders.map(({ skill }) => skill)))].sort();
	const [asked, setAsked] = useState<Asked>({ people: [], skills: [], minutes: 45 });
	useEffect(() => {
		const before = readKeptJson(KEPT, isAsked);
		if (before) setAsked(before);
	}, []);
	const put = (change: Partial<Asked>) => {
		const next = { ...asked, ...change };
		setAsked(next);
		keepJson(KEPT, next);
	};
	const toggled = (all: readonly string[], one: string) =>
		all.includes(one) ? all.filter((other) => other !== one) : [...all, one];
	const people = climbers.filter(({ id }) => asked.people.includes(id));
	const stations = asked.skills.filter((skill) => skills.includes(skill));
	const begun = people.length > 0 || stations.length > 0;
	const told = stationsFor(people, stations, asked.minutes);
	return (
		<BenchPage
			margin={
				<>
					<fieldset>
						<legend className={css.legend}>Students</legend>
						{climbers.length === 0 && <p className="mute">No students yet.</p>}
						{climbers.map(({ id, name }) => (
							<Form.Check
								key={id}
								id={`who-${id}`}
								label={name}
								checked={asked.people.includes(id)}
								onChange={() => put({ people: toggled(asked.people, id) })}
							/>
						))}
					</fieldset>
					<fieldset className="mt-3">
						<legend className={css.legend}>Stations, in this order</legend>
						{skills.map((skill) => (
							<Form.Check
								key={skill}
								id={`station-${skill}`}
								label={stations.includes(skill) ? `${stations.indexOf(skill) + 1}. ${skill}` : skill}
								checked={stations.includes(skill)}
								onChange={() => put({ skills: toggled(asked.skills, skill) })}
							/>
						))}
					</fieldset>
					<FormRow id="stations-minutes" label="Total minutes" className="mt-3">
						<Form.Control
							type="number"
							inputMode="numeric"
							min={2}
							max={360}
							style={{ width: 110 }}
							value={asked.minutes || ""}
							onChange={(event) => put({ minutes: Math.max(0, Math.min(999, Number(event.target.value))) })}
						/>
					</FormRow>
				</>
			}
		>
			<h1>Stations</h1>
			{!begun && <p className="mute">Choose students and at least two skills. You get a timetable.</p>}
			{begun && !told.ok && (
				<p className="asks" role="status">
					{told.refusals[0]?.sentence}
				</p>
			)}
			{told.ok && <Sheet told={told.value} />}
		</BenchPage>
	);
}

function Sheet({ told: { stations, groups, turns, minutes } }: { told: Stations }) {
	const nameOf = (id: string) => stations[0]?.people.find((one) => one.id === id)?.name ?? "";
	const groupWords = (group: number | null | undefined) =>
		group === null || group === undefined ? "nobody" : list((groups[group] ?? []).map(nameOf));
	return (
		<>
			<p className={css.turn}>
				<b>{minutes}</b> minutes a turn, {turns.length} turns
				<Button className={css.print} variant="outline-primary" onClick={() => window.print()}>
					print, or PDF
				</Button>
			</p>
			<table className={css.turns} aria-label="Timetable">
				<thead>
					<tr>
						<td />
						{stations.map(({ skill }) => (
							<th key={skill} scope="col" dir="auto">
								{skill}
							</th>
						))}
					</tr>
				</thead>
				<tbody>
					{turns.map((turn, t) => (
						// biome-ignore lint/suspicious/noArrayIndexKey: a turn is its place in the order
						<tr key={t}>
							<th scope="row">from minute {t * minutes}</th>
							{stations.map(({ skill }, s) => (
								<td key={skill} dir="auto" data-at={skill}>
									{groupWords(turn[s])}
								</td>
							))}
						</tr>
					))}
				</tbody>
			</table>
			{stations.map(({ skill, people, pairs, kit }) => (
				<section key={skill} className={css.station} aria-label={skill}>
					<h2 dir="auto">{skill}</h2>
					{kit.length > 0 && <p dir="auto">Kit: {kit.join(", ")}.</p>}
					<ul>
						{people.map(({ id, name, rung }) => (
							<li key={id} dir="auto">
								<b>{name}</b> {rung ?? <span className="mute">no ladder here: counts and helps</span>}
							</li>
						))}
					</ul>
					{pairs.length > 0 && <p dir="auto">Together: {pairs.map((pair) => pair.join(" with ")).join(", ")}.</p>}
				</section>
			))}
		</>
	);
}
