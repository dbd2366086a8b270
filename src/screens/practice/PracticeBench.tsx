"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { amountOf, amountWords } from "@/core/practice/amount";
import { daysAsked } from "@/core/practice/askedOn";
import { sumOf } from "@/core/practice/journal";
import { drillsOn } from "@/core/practice/phases";
import { dayAfter } from "@/core/text/fields";
import { plural } from "@/core/text/lists";
import { putPracticeAway } from "@/server/practice";
import type { PracticePageProps } from "@/server/readPractice";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import { InForce } from "@/ui/InForce";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { UndoRedo } from "@/ui/UndoRedo";
import { useRefusals } from "@/ui/useRefusals";
import { Asked } from "./Asked";
import { ForHelpers } from "./ForHelpers";
import { Journal } from "./Journal";
import { Phases } from "./Phases";
import css from "./practice.module.css";
import { Share } from "./Share";
import { Told } from "./Told";
import { usePracticeBench } from "./usePracticeBench";

/** One student's practice: what came of it, what is asked for, and how it goes out. */
export function PracticeBench(props: PracticePageProps) {
	const { at, student, archived, links, rungs, others, day } = props;
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const bench = usePracticeBench(props);
	const { assignment, journal, steps, inForce, edit } = bench;
	const [editing, setEditing] = useState(assignment.items.length === 0 || journal.entries.length === 0);
	const nowAsked = new Map(drillsOn(assignment.items, assignment.phases, day).map((item) => [item.id, item]));
	const week = sumOf(journal.entries.filter((entry) => entry.day > dayAfter(day, -7) && entry.day <= day));
	const asked = daysAsked(assignment, dayAfter(day, -6), day, journal.away);
	return (
		<BenchPage
			margin={
				<>
					<Share at={at} links={links} day={day} student={student.name} />
					<Told at={at} items={journal.items} />
				</>
			}
		>
			<div className={css.title}>
				<h1 dir="auto">
					<Link href={`/students/${student.id}`}>{student.name}</Link>: home practice
				</h1>
				<span className="mute">
					since {dayWords(assignment.from, day)}
					{props.apart && <b> · beside their own page</b>}
					{archived && <b> · archived</b>}
				</span>
			</div>
			<p className={css.week}>
				<b>{week.days}</b>{" "}
				<span>
					{week.days === 1 ? "day" : "days"} of {asked} planned, last 7 days
					<br />
					<span className="mute">
						{plural(week.tries, "try")}, {plural(week.minutes, "minute")}, {week.good} good
					</span>
				</span>
			</p>
			<Journal at={at} journal={journal} assignment={props.assignment} floods={props.floods} day={day} />
			<section aria-label="Drills" className={css.section}>
				<h2>
					Drills{" "}
					<Button variant="link" aria-expanded={editing} onClick={() => setEditing(!editing)}>
						{editing ? "close" : "edit"}
					</Button>
				</h2>
				{editing ? (
					<>
						<div className={css.title}>
							<UndoRedo {...steps} />
							<InForce {...inForce} />
						</div>
						<Asked bench={bench} rungs={rungs} student={student.id} />
						<Phases assignment={assignment} day={day} onChange={edit} />
						<ForHelpers assignment={assignment} onChange={edit} />
					</>
				) : (
					<ul className={css.plain}>
						{journal.items.map(({ item, target }) => {
							const today = nowAsked.get(item.id);
							return (
								<li key={item.id} dir="auto">
									{item.name}:{" "}
									{!today ? "not in this phase" : item.warmUp ? "warm-up" : amountWords({ ...amountOf(today), target })}
								</li>
							);
						})}
					</ul>
				)}
			</section>
			<Changes changes={props.changes} day={day} />
			<p className="hint">
				<Link href="/sums#tries">work out how many tries fit</Link>
			</p>
			<Others others={others} day={day} />
			<p className="mt-3">
				<Button
					variant="link"
					onClick={async () => {
						const outcome = await ask(putPracticeAway(at.id, !archived));
						if (outcome.ok) router.refresh();
					}}
				>
					{archived ? "make active" : "archive this practice"}
				</Button>{" "}
				{!archived && <span className="mute">Its links stop working. The journal stays.</span>}
			</p>
			<Refusals refusals={refused} />
		</BenchPage>
	);
}

/** What was asked for, and since when. */
const Changes = ({ changes, day }: Pick<PracticePageProps, "changes" | "day">) =>
	changes.length > 1 && (
		<details className={css.section}>
			<summary>What was asked for, and since when</summary>
			<ul className={css.plain}>
				{changes.map((one) => (
					<li key={one.day} dir="auto">
						<b>{dayWords(one.day, day)}</b> {one.words}
					</li>
				))}
			</ul>
		</details>
	);

const Others = ({ others, day }: Pick<PracticePageProps, "others" | "day">) =>
	others.length > 0 && (
		<section aria-label="Other practice" className={css.section}>
			<h2>Their other practice</h2>
			<ul className={css.plain}>
				{others.map((one) => (
					<li key={one.id}>
						<Link href={`/practice/${one.id}`}>{dayWords(one.from, day)}</Link>{" "}
						<span className="mute" dir="auto">
							{one.drills || "no drill"}
							{one.archived && ", archived"}
						</span>
					</li>
				))}
			</ul>
		</section>
	);
