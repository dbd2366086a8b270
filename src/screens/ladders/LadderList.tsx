"use client";

import { useId, useState } from "react";
import Form from "react-bootstrap/Form";
import { foldText } from "@/core/text/foldText";
import { plural } from "@/core/text/lists";
import type { LadderLine } from "@/server/readLadders";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import { Rail } from "@/ui/Rail";
import css from "@/ui/rows.module.css";
import own from "./ladders.module.css";

const PITCH = 9;

const filters = {
	"": "all ladders",
	gap: "big gap between sides",
	top: "the peg is on the top rung",
	untried: "not tried yet",
} as const;
type Filter = keyof typeof filters;

const passes: Record<Filter, (ladder: LadderLine) => boolean> = {
	"": () => true,
	gap: ({ twin }) => Boolean(twin?.gap),
	top: ({ rail }) => rail.pegIndex === rail.holes.length - 1,
	untried: ({ last }) => last === null,
};

/** Who stands where: students against skills, a small rail where the two meet. */
export function LadderList({ ladders }: { ladders: LadderLine[] }) {
	const [words, setWords] = useState("");
	const [filter, setFilter] = useState<Filter>("");
	const here = ladders.filter((ladder) => !ladder.archived);
	const away = ladders.filter((ladder) => ladder.archived);
	const asked = foldText(words).split(" ").filter(Boolean);
	const shown = here.filter((ladder) => {
		const text = foldText(
			`${ladder.studentName} ${ladder.skillName} ${ladder.side} ${ladder.rail.holes[ladder.rail.pegIndex]?.name ?? ""}`,
		);
		return passes[filter](ladder) && asked.every((word) => text.includes(word));
	});
	const students = [...new Map(shown.map((one) => [one.student, one.studentName]))];
	const skills = [...new Map(shown.map((one) => [one.skill, one.skillName]))].sort(([, a], [, b]) =>
		a.localeCompare(b),
	);
	const gapsId = useId();
	const gaps = here.filter(({ twin }) => twin?.gap && twin.ahead < 0);
	return (
		<BenchPage wide="whole">
			<div className={css.head}>
				<h1>Ladders</h1>
				<span className="d-flex gap-3 align-items-center flex-wrap">
					<Link href="/rules/lucky">rules luck can pass</Link>
					<Link href="/rules">test a rule</Link>
					<Link href="/ladders/difficulties">difficulty scales</Link>
					<Link className="btn btn-primary" href="/ladders/new">
						make a ladder
					</Link>
				</span>
			</div>
			{here.length === 0 ? (
				<p className="mt-3">No ladders yet. Three plain rungs are enough to start counting.</p>
			) : (
				<div className={own.filter}>
					<Form.Control
						type="search"
						aria-label="Search ladders"
						placeholder="student, skill or rung"
						value={words}
						onChange={(event) => setWords(event.target.value)}
						dir="auto"
					/>
					<Form.Select
						aria-label="Which ladders"
						value={filter}
						onChange={(event) => setFilter(event.target.value as Filter)}
					>
						{Object.entries(filters).map(([key, says]) => (
							<option key={key} value={key}>
								{says}
							</option>
						))}
					</Form.Select>
					<span className="mute" role="status">
						{shown.length === here.length
							? plural(here.length, "ladder")
							: `${shown.length} of ${plural(here.length, "ladder")}`}
					</span>
				</div>
			)}
			{gaps.length > 0 && (
				<section className={own.gaps} aria-labelledby={gapsId}>
					<h2 id={gapsId}>Big gap between sides</h2>
					<ul>
						{gaps.map((ladder) => (
							<li key={ladder.id}>
								<Link href={`/ladders/${ladder.id}`} dir="auto">
									{ladder.studentName} · {ladder.skillName}
								</Link>{" "}
								{ladder.twin?.gap}
							</li>
						))}
					</ul>
				</section>
			)}
			{shown.length > 0 && (
				<div className={own.scroll}>
					<table className={own.rack}>
						<thead>
							<tr>
								<td />
								{skills.map(([id, name]) => (
									<th key={id} scope="col" dir="auto">
										{name}
									</th>
								))}
							</tr>
						</thead>
						<tbody>
							{students.map(([student, name]) => (
								<tr key={student}>
									<th scope="row" dir="auto">
										<Link href={`/students/${student}`}>{name}</Link>
									</th>
									{skills.map(([skill]) => (
										<td key={skill}>
											<div>
												{shown
													.filter((one) => one.student === student && one.skill === skill)
													.map((ladder) => (
														<Small key={ladder.id} ladder={ladder} />
													))}
											</div>
										</td>
									))}
								</tr>
							))}
						</tbody>
					</table>
				</div>
			)}
			{skills.map(([skill, name]) => (
				<section key={skill} className={own.bySkill} aria-label={name}>
					<h2 dir="auto">{name}</h2>
					<ul>
						{shown
							.filter((one) => one.skill === skill)
							.sort((a, b) => b.rail.pegIndex - a.rail.pegIndex || a.studentName.localeCompare(b.studentName))
							.map((ladder) => (
								<li key={ladder.id}>
									<Small ladder={ladder} named />
								</li>
							))}
					</ul>
				</section>
			))}
			{shown.length > 0 && (
				<p className="mute mt-3">
					One ladder: one student, one skill, one side. Filled = passed. Ring = held on several days. Bar = skipped.
					Letter = the other side’s peg.
				</p>
			)}
			{here.length > 0 && shown.length === 0 && <p className="mt-3">No ladders match.</p>}
			{away.length > 0 && (
				<>
					<h2 className="mt-4">Archived</h2>
					<ul className={css.plain}>
						{away.map((ladder) => (
							<li key={ladder.id}>
								<Link href={`/ladders/${ladder.id}`}>
									{ladder.studentName} · {ladder.skillName}
								</Link>
							</li>
						))}
					</ul>
				</>
			)}
		</BenchPage>
	);
}

/** A ladder's rail and where its peg stands; in a list, whose it is and on which rung. */
function Small({ ladder, named = false }: { ladder: LadderLine; named?: boolean }) {
	const { holes, pegIndex } = ladder.rail;
	return (
		<Link
			href={`/ladders/${ladder.id}`}
			className={own.small}
			title={`${holes[pegIndex]?.name ?? ""}${ladder.last ? `, last ${dayWords(ladder.last)}` : ", not tried yet"}`}
		>
			<Rail
				holes={holes}
				pegIndex={pegIndex}
				pitch={PITCH}
				width={36}
				label={`${ladder.studentName}, ${ladder.skillName}`}
				twin={ladder.twin}
			/>
			<span>
				<b>{pegIndex + 1}</b>
				<small>of {holes.length}</small>
				{ladder.side !== "none" && <small>{ladder.side}</small>}
			</span>
			{named && (
				<em dir="auto">
					<strong>{ladder.studentName}</strong>
					<br />
					{holes[pegIndex]?.name}
				</em>
			)}
		</Link>
	);
}
