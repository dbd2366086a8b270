"use client";

import Button from "react-bootstrap/Button";
import { sketchWordsIn } from "@/core/languages/sketchWordsIn";
import type { Spoken } from "@/core/languages/spoken";
import { type WholeLocale, wholeLocaleOf } from "@/core/languages/wholeLocale";
import { inOrder } from "@/core/practice/askedOn";
import type { HomeRhythm, PracticeItem } from "@/core/practice/assignment";
import { journalOf } from "@/core/practice/journal";
import { SketchView } from "@/screens/ladders/SketchView";
import type { PracticePageProps } from "@/server/readPractice";
import { BenchPage } from "@/ui/BenchPage";
import Link from "@/ui/Link";
import css from "./practice.module.css";

/** Lines to fill in: two weeks on one sheet. */
const weeks = ["first", "second"];
/** A box a try up to here; more are written as a number. */
const MOST_BOXES = 20;

/** The practice on paper: what to do, and a line of boxes for each day it is asked for. */
export function Paper({
	at,
	student,
	assignment,
	acts,
	day,
	language,
}: PracticePageProps & { language: Spoken | null }) {
	const locale = wholeLocaleOf(language);
	const { say } = locale;
	const { items } = journalOf(assignment, acts);
	return (
		<BenchPage wide>
			<div className={`${css.assign} d-print-none`}>
				<Button onClick={() => window.print()}>print, or save as PDF</Button>
				<Link href={`/practice/${at.id}`}>back to the practice</Link>
			</div>
			<style>{"@media print { @page { size: A4 portrait; margin: 12mm; } }"}</style>
			<article className={css.paper} aria-label="Practice on paper" lang={locale.code} dir={locale.dir}>
				<header>
					<h1 dir="auto">{student.name}</h1>
					<span>{say("paper.from", { day: locale.day(assignment.from, day) })}</span>
				</header>
				{assignment.note && <p dir="auto">{assignment.note}</p>}
				<HelperLines assignment={assignment} locale={locale} />
				{inOrder(items.map(({ item, target }) => ({ ...item, target }))).map((item) => (
					<Drill key={item.id} item={item} locale={locale} />
				))}
				<footer dir="auto">
					{say("paper.boxes")}
					{assignment.most !== null && ` ${say("paper.at most", { tries: assignment.most })}`}
				</footer>
			</article>
		</BenchPage>
	);
}

/** A drill with all that protects and counts, and a line of boxes for each day it is asked for. */
function Drill({ item, locale }: { item: PracticeItem; locale: WholeLocale }) {
	const { say, list } = locale;
	return (
		<section>
			<h2 dir="auto">
				{item.name}
				{!item.warmUp && `: ${say("drill.asked", { target: item.target, tries: item.dose }).replaceAll(/<\/?b>/g, "")}`}
				{item.minutes ? `, ${say("drill.minutes", { n: item.minutes })}` : ""}
			</h2>
			{item.drill && <p dir="auto">{item.drill}</p>}
			{item.caution && (
				<p dir="auto">
					<b>{item.caution}</b>
				</p>
			)}
			{(item.counts ?? []).length > 0 && (
				<p dir="auto">
					<b>{say("drill.counts")}</b> {item.counts?.join(" ")}
				</p>
			)}
			{(item.forms ?? []).length > 0 && <p dir="auto">{item.forms?.join(" ")}</p>}
			{item.home.length > 0 && <p dir="auto">{say("drill.at home", { words: list(item.home) })}</p>}
			{item.cues[0] && <p dir="auto">“{item.cues[0]}”</p>}
			{item.rhythm && <p dir="auto">{rhythmWords(item.rhythm, locale)}</p>}
			{item.sketch && (
				<SketchView
					sketch={item.sketch}
					sees={{ side: "none", strong: "right", unit: "m" }}
					words={sketchWordsIn(say)}
				/>
			)}
			{weeks.map((week) =>
				[...item.days].sort().map((weekday) => (
					<div key={`${week} ${weekday}`} className={css.boxes}>
						<span>{locale.weekday(weekday)}</span>
						{item.warmUp ? (
							<Boxes n={1} />
						) : item.dose <= MOST_BOXES ? (
							<Boxes n={item.dose} />
						) : (
							<span className={css.blank}>{say("paper.good of", { tries: item.dose })}</span>
						)}
						<span className={css.blank}>{say("paper.felt")}</span>
						{item.check && <span className={css.blank}>{say("paper.check")}</span>}
					</div>
				)),
			)}
			{item.check && <p dir="auto">{say("paper.check line", { words: item.check })}</p>}
		</section>
	);
}

/** For the helper, at the top: nothing that protects or counts is left out on paper. */
function HelperLines({
	assignment: { helper, items },
	locale: { say },
}: Pick<PracticePageProps, "assignment"> & { locale: WholeLocale }) {
	const lines = [
		...(["feed", "counts", "cautions", "stop"] as const).flatMap((part) =>
			helper[part] ? [`${say(`helper.${part}`)}: ${helper[part]}`] : [],
		),
		...items.flatMap(({ name, help = [] }) => (help.length > 0 ? [`${name}: ${help.join(" ")}`] : [])),
	];
	if (lines.length === 0) return null;
	return (
		<div className={css.helper}>
			<b>{say("paper.helper")}</b>
			{lines.map((line) => (
				<p key={line} dir="auto">
					{line}
				</p>
			))}
		</div>
	);
}

const rhythmWords = ({ seconds, stretches }: HomeRhythm, { say }: WholeLocale): string =>
	say("paper.rhythm", {
		words: stretches.map(({ short, voice }) => voice || short).join(", "),
		seconds: seconds.toFixed(1),
	});

const Boxes = ({ n }: { n: number }) =>
	// biome-ignore lint/suspicious/noArrayIndexKey: a box is its place
	Array.from({ length: n }, (_, box) => <i key={box} />);
