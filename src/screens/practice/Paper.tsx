"use client";

import Button from "react-bootstrap/Button";
import { weekdays } from "@/core/practice/assignment";
import { journalOf } from "@/core/practice/journal";
import { list } from "@/core/text/lists";
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
	const { helper } = assignment;
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
				{items.map(({ item, target }) => (
					<section key={item.id}>
						<h2 dir="auto">
							{item.name}: {target} good of {item.dose}
						</h2>
						{item.drill && <p dir="auto">{item.drill}</p>}
						{item.caution && (
							<p dir="auto">
								<b>{item.caution}</b>
							</p>
						)}
						{item.home.length > 0 && <p dir="auto">Use at home: {list(item.home)}.</p>}
						{item.cues.length > 0 && <p dir="auto">{item.cues.map((cue) => `“${cue}”`).join(" ")}</p>}
						{weeks.map((week) =>
							[...item.days].sort().map((weekday) => (
								<div key={`${week} ${weekday}`} className={css.boxes}>
									<span>{weekdays[weekday]}</span>
									{item.dose <= MOST_BOXES ? (
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
					One box per try: a tick if good, a dash if not. {helper.counts} {helper.stop && `Stop: ${helper.stop}`}
				</footer>
			</article>
		</BenchPage>
	);
}

const Boxes = ({ n }: { n: number }) =>
	// biome-ignore lint/suspicious/noArrayIndexKey: a box is its place
	Array.from({ length: n }, (_, box) => <i key={box} />);
