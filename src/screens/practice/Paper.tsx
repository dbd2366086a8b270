"use client";

import Button from "react-bootstrap/Button";
import { type HomeRhythm, inOrder, weekdays } from "@/core/practice/assignment";
import { journalOf } from "@/core/practice/journal";
import { list, plural } from "@/core/text/lists";
import { SketchView } from "@/screens/ladders/SketchView";
import type { PracticePageProps } from "@/server/readPractice";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import css from "./practice.module.css";

/** Lines to fill in: two weeks on one sheet. */
const weeks = ["first", "second"];
/** A box a try up to here; more are written as a number. */
const MOST_BOXES = 20;

/** The practice on paper: what to do, and a line of boxes for each day it is asked for. */
export function Paper({ at, student, assignment, acts, day }: PracticePageProps) {
	const { items } = journalOf(assignment, acts);
	return (
		<BenchPage wide>
			<div className={`${css.assign} d-print-none`}>
				<Button onClick={() => window.print()}>print, or save as PDF</Button>
				<Link href={`/practice/${at.id}`}>back to the practice</Link>
			</div>
			<style>{"@media print { @page { size: A4 portrait; margin: 12mm; } }"}</style>
			<article className={css.paper} aria-label="Practice on paper">
				<header>
					<h1 dir="auto">{student.name}</h1>
					<span>from {dayWords(assignment.from, day)}</span>
				</header>
				{assignment.note && <p dir="auto">{assignment.note}</p>}
				<HelperLines assignment={assignment} />
				{inOrder(items.map(({ item, target }) => ({ ...item, target }))).map((item) => (
					<section key={item.id}>
						<h2 dir="auto">
							{item.name}
							{!item.warmUp && `: ${item.target} good of ${item.dose}`}
							{item.minutes ? `, ${plural(item.minutes, "minute")}` : ""}
						</h2>
						{item.drill && <p dir="auto">{item.drill}</p>}
						{item.caution && (
							<p dir="auto">
								<b>{item.caution}</b>
							</p>
						)}
						{(item.counts ?? []).length > 0 && (
							<p dir="auto">
								<b>Counts when:</b> {item.counts?.join(" ")}
							</p>
						)}
						{(item.forms ?? []).length > 0 && <p dir="auto">{item.forms?.join(" ")}</p>}
						{item.home.length > 0 && <p dir="auto">Use at home: {list(item.home)}.</p>}
						{item.cues[0] && <p dir="auto">“{item.cues[0]}”</p>}
						{item.rhythm && <p dir="auto">Rhythm: {rhythmWords(item.rhythm)}</p>}
						{item.sketch && <SketchView sketch={item.sketch} sees={{ side: "none", strong: "right", unit: "m" }} />}
						{weeks.map((week) =>
							[...item.days].sort().map((weekday) => (
								<div key={`${week} ${weekday}`} className={css.boxes}>
									<span>{weekdays[weekday]}</span>
									{item.warmUp ? (
										<Boxes n={1} />
									) : item.dose <= MOST_BOXES ? (
										<Boxes n={item.dose} />
									) : (
										<span className={css.blank}>good of {item.dose}:</span>
									)}
									<span className={css.blank}>felt 1 2 3 4 5</span>
									{item.check && <span className={css.blank}>check yes no</span>}
								</div>
							)),
						)}
						{item.check && <p dir="auto">Check: {item.check}</p>}
					</section>
				))}
				<footer dir="auto">
					One box per try: a tick if good, a dash if not.
					{assignment.most !== null && ` At most ${plural(assignment.most, "try")} a day.`}
				</footer>
			</article>
		</BenchPage>
	);
}

/** For the helper, at the top: nothing that protects or counts is left out on paper. */
function HelperLines({ assignment: { helper, items } }: Pick<PracticePageProps, "assignment">) {
	const lines = [
		...(helper.feed ? [`How to feed: ${helper.feed}`] : []),
		...(helper.counts ? [`What counts: ${helper.counts}`] : []),
		...(helper.cautions ? [`Be careful: ${helper.cautions}`] : []),
		...(helper.stop ? [`Stop: ${helper.stop}`] : []),
		...items.flatMap(({ name, help = [] }) => (help.length > 0 ? [`${name}: ${help.join(" ")}`] : [])),
	];
	if (lines.length === 0) return null;
	return (
		<div className={css.helper}>
			<b>For the helper</b>
			{lines.map((line) => (
				<p key={line} dir="auto">
					{line}
				</p>
			))}
		</div>
	);
}

const rhythmWords = ({ seconds, stretches }: HomeRhythm): string =>
	`${stretches.map(({ short, voice }) => voice || short).join(", ")} (${seconds.toFixed(1)} s)`;

const Boxes = ({ n }: { n: number }) =>
	// biome-ignore lint/suspicious/noArrayIndexKey: a box is its place
	Array.from({ length: n }, (_, box) => <i key={box} />);
