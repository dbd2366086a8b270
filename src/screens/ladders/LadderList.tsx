"use client";

import { useId, useState } from "react";
import Form from "react-bootstrap/Form";
import { foldText } from "@/core/text/foldText";
import { plural } from "@/core/text/lists";
import { useNear } from "@/screens/outlook/useNear";
import type { LadderLine } from "@/server/readLadders";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import { Rail } from "@/ui/Rail";
import css from "@/ui/rows.module.css";
import own from "./ladders.module.css";

const PITCH = 6;
/** The height of a rail beside a row, in pixels. */
const HIGH = 54;

const filters = {
	"": "all ladders",
	near: "near a pass",
	gap: "big gap between sides",
	top: "the peg is on the top rung",
	untried: "not tried yet",
} as const;
type Filter = keyof typeof filters;

/** Ladders near a pass, each with its chance. */
type Near = ReadonlyMap<string, number>;

const passes: Record<Filter, (ladder: LadderLine, near: Near) => boolean> = {
	"": () => true,
	near: ({ id }, near) => near.has(id),
	gap: ({ twin }) => Boolean(twin?.gap),
	top: ({ rail }) => rail.pegIndex === rail.holes.length - 1,
	untried: ({ last }) => last === null,
};

const name = (a: LadderLine, b: LadderLine) =>
	a.studentName.localeCompare(b.studentName) || a.skillName.localeCompare(b.skillName);
const triesOn = ({ rail }: LadderLine) => rail.holes[rail.pegIndex]?.tries ?? 0;

const orders = {
	student: { says: "by student", by: () => name },
	near: {
		says: "nearest to a pass first",
		by: (near) => (a, b) => (near.get(b.id) ?? 0) - (near.get(a.id) ?? 0) || name(a, b),
	},
	tries: { says: "most tries on the rung first", by: () => (a, b) => triesOn(b) - triesOn(a) || name(a, b) },
	rest: {
		says: "longest without a lesson first",
		by: () => (a, b) => (a.last ?? "").localeCompare(b.last ?? "") || name(a, b),
	},
	skill: {
		says: "by skill",
		by: () => (a, b) => a.skillName.localeCompare(b.skillName) || b.rail.pegIndex - a.rail.pegIndex,
	},
} satisfies Record<string, { says: string; by: (near: Near) => (a: LadderLine, b: LadderLine) => number }>;
type Order = keyof typeof orders;

/** Who stands where: every ladder in use, searched, filtered and put in an order. */
export function LadderList({ ladders }: { ladders: LadderLine[] }) {
	const [words, setWords] = useState("");
	const [filter, setFilter] = useState<Filter>("");
	const [order, setOrder] = useState<Order>("student");
	const here = ladders.filter((ladder) => !ladder.archived);
	const away = ladders.filter((ladder) => ladder.archived);
	const near = useNear(here);
	const asked = foldText(words).split(" ").filter(Boolean);
	const shown = here.filter((ladder) => {
		const text = foldText(
			`${ladder.studentName} ${ladder.skillName} ${ladder.side} ${ladder.rail.holes[ladder.rail.pegIndex]?.name ?? ""}`,
		);
		return passes[filter](ladder, near) && asked.every((word) => text.includes(word));
	});
	const rows = [...shown].sort(orders[order].by(near));
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
					<Form.Select
						aria-label="Order of the ladders"
						value={order}
						onChange={(event) => setOrder(event.target.value as Order)}
					>
						{Object.entries(orders).map(([key, { says }]) => (
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
			{rows.length > 0 && <Rows rows={rows} near={near} />}
			{shown.length > 0 && (
				<p className="mute mt-3">
					One ladder: one student, one skill, one side. Filled = passed. Ring = held on several days. Bar = skipped.
					Letter = the other side’s peg.
				</p>
			)}
			{near.size > 0 && (
				<p className="mute m-0">
					Near a pass: eight tries or more, and a chance of 50 in 100 to pass next lesson at today’s score. A rule on
					several days: all but one are met.
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

/** A row a ladder: whose and to what, the rail, the rung of the peg with what was tried on it since, and the last lesson. */
const Rows = ({ rows, near }: { rows: readonly LadderLine[]; near: Near }) => (
	<table className={own.rack}>
		<thead>
			<tr>
				<th scope="col">student, skill</th>
				<td className={own.railCell} />
				<th scope="col">rung with the peg</th>
				<th scope="col" className={own.figure}>
					tries on it
				</th>
				<th scope="col" className={own.figure}>
					days met
				</th>
				<th scope="col" className={own.figure}>
					last lesson
				</th>
			</tr>
		</thead>
		<tbody>
			{rows.map((ladder, i) => (
				<Row
					key={ladder.id}
					ladder={ladder}
					isFirst={rows[i - 1]?.student !== ladder.student}
					isNear={near.has(ladder.id)}
				/>
			))}
		</tbody>
	</table>
);

function Row({ ladder, isFirst, isNear }: { ladder: LadderLine; isFirst: boolean; isNear: boolean }) {
	const { holes, pegIndex } = ladder.rail;
	const hole = holes[pegIndex];
	const skill = `${ladder.skillName}${ladder.side === "none" ? "" : `, ${ladder.side}`}`;
	return (
		<tr>
			<th scope="row" dir="auto">
				<Link href={`/students/${ladder.student}`} className={isFirst ? "" : own.again}>
					{ladder.studentName}
				</Link>
				<span className="mute">{skill}</span>
			</th>
			<td className={own.railCell}>
				<Link href={`/ladders/${ladder.id}`} aria-label={`${ladder.studentName}, ${skill}: open the ladder`}>
					<Rail
						holes={holes}
						pegIndex={pegIndex}
						pitch={Math.min(PITCH, HIGH / holes.length)}
						width={36}
						label={`${ladder.studentName}, ${ladder.skillName}`}
						twin={ladder.twin}
					/>
				</Link>
			</td>
			<td>
				<Link href={`/ladders/${ladder.id}`} className={own.rungLink}>
					<b>{pegIndex + 1}</b>
					<small>of {holes.length}</small>
					<span dir="auto">{hole?.name}</span>
				</Link>
				{isNear && <b className="asks"> near a pass</b>}
			</td>
			<td className={own.figure}>
				<span className={own.label}>tries on it</span> {hole?.tries ?? 0}
			</td>
			<td className={own.figure}>
				<span className={own.label}>days met</span> {hole?.metDays.length ?? 0}
			</td>
			<td className={own.figure}>
				<span className={own.label}>last lesson</span> {ladder.last ? dayWords(ladder.last) : "not tried yet"}
			</td>
		</tr>
	);
}
