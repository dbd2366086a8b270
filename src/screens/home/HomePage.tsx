import { useState } from "react";
import { isFor } from "@/core/practice/assignment";
import { bestOf, type JournalItem, triesOn } from "@/core/practice/journal";
import { plural } from "@/core/text/lists";
import type { Touched } from "@/device/practice";
import { dayWords, today } from "@/ui/dates";
import { LightSwitch } from "@/ui/LightSwitch";
import { Count, scoreOf } from "./Count";
import { Drill } from "./Drill";
import { EntryForm, type Score } from "./EntryForm";
import { HandBack } from "./HandBack";
import css from "./home.module.css";
import { Past } from "./Past";
import type { Practice } from "./practice";
import { usePractice } from "./practice";

type View =
	| { at: "list" }
	| { at: "count"; item: string }
	/** Whether the count is entered already: what is said now takes its place. */
	| { at: "entry"; item: string; score: Score | null; entered: boolean };

/** A student's own practice: what to do, the count, what was done, and what to learn. */
export function HomePage({ practice }: { practice: Practice }) {
	const hook = usePractice(practice);
	const { data } = practice;
	const { journal, state, kept, touch, undo, write, close } = hook;
	const [view, setView] = useState<View>({ at: "list" });
	const day = today();
	const itemOf = (id: string) => journal.items.find(({ item }) => item.id === id);
	const shown = view.at === "list" ? undefined : itemOf(view.item);
	const marksOf = (item: string) => state.marks.filter((one) => one.item === item);
	const left = data.most === null ? null : Math.max(0, data.most - triesOn(journal.entries, day));

	if (view.at === "count" && shown)
		return (
			<Count
				of={shown}
				left={left}
				kept={kept}
				marks={marksOf(shown.item.id)}
				onTouch={(mark) => touch(shown.item.id, mark)}
				onUndo={() => undo(shown.item.id)}
				onLeave={() => setView({ at: "list" })}
				onDone={(score) => {
					// What was counted is entered at once; what is said of it afterwards takes its place.
					const { id: item, dose } = shown.item;
					const body = {
						...score,
						item,
						day,
						place: "",
						target: shown.target,
						dose,
						felt: null,
						check: null,
						remark: "",
					};
					const written = write({ kind: "done", body }, marksOf(item), true);
					setView({ at: "entry", item, score, entered: written.ok });
				}}
			/>
		);
	if (view.at === "entry" && shown)
		return (
			<EntryForm
				of={shown}
				score={view.score}
				entered={view.entered}
				onBack={() => {
					close();
					setView({ at: "list" });
				}}
				onKeep={(body) => {
					// A count that could not be entered as it was is entered with what is said now.
					write({ kind: "done", body }, view.score ? marksOf(shown.item.id) : []);
					setView({ at: "list" });
					window.scrollTo(0, 0);
				}}
			/>
		);
	return (
		<Drills
			practice={hook}
			data={data}
			left={left}
			onCount={(item) => setView({ at: "count", item })}
			onWrite={(item) => setView({ at: "entry", item, score: null, entered: false })}
		/>
	);
}

/** What is asked for, what was done, and what to learn. */
function Drills({
	practice: { journal, state, kept, write },
	data,
	left,
	onCount,
	onWrite,
}: {
	practice: ReturnType<typeof usePractice>;
	data: Practice["data"];
	left: number | null;
	onCount: (item: string) => void;
	onWrite: (item: string) => void;
}) {
	const day = today();
	const marksOf = (item: string) => state.marks.filter((one) => one.item === item);
	const underWay = (item: string) => scoreOf(marksOf(item)).tries;
	const counted = [...new Set(state.marks.map(({ item }) => item))].filter((item) => underWay(item) > 0);
	const todays = journal.items.filter(({ item }) => isFor(item, day));
	const others = journal.items.filter(({ item }) => !isFor(item, day));
	/** Counts of drills that the coach has taken out meanwhile: what was seen is kept all the same. */
	const gone = counted.filter((item) => !journal.items.some((one) => one.item.id === item));
	const drill = (one: JournalItem) => (
		<Drill
			key={one.item.id}
			of={one}
			day={day}
			pictures={data.pictures}
			best={bestOf(one.entries)}
			underWay={underWay(one.item.id)}
			blocked={counted.some((item) => item !== one.item.id && !gone.includes(item))}
			enough={left === 0}
			onCount={() => onCount(one.item.id)}
			onWrite={() => onWrite(one.item.id)}
			onTarget={(target) => write({ kind: "target", body: { item: one.item.id, target } })}
		/>
	);
	return (
		<main className={css.page}>
			<header className={css.head}>
				<p className={css.day}>{dayWords(day, day)}</p>
				<h1 dir="auto">{data.name}</h1>
				{data.note && <p dir="auto">{data.note}</p>}
				<KeptLine kept={kept} file={data.ends === null} />
			</header>
			{gone.map((item) => (
				<GoneCount key={item} item={item} marks={marksOf(item)} day={day} write={write} />
			))}
			<section aria-label="Today">
				<h2>Today</h2>
				{todays.length === 0 && <p>Nothing to do today. Rest is part of training.</p>}
				{left === 0 && (
					<p className={css.enough}>{plural(data.most ?? 0, "try")} today: that is enough. Tomorrow is another day.</p>
				)}
				{left !== null && left > 0 && todays.length > 0 && (
					<p className={css.mute}>At most {plural(left, "more try")} today.</p>
				)}
				{todays.map(drill)}
			</section>
			{others.length > 0 && (
				<section aria-label="Other days">
					<h2>Other days</h2>
					{others.map(drill)}
				</section>
			)}
			<Past
				journal={journal}
				onBack={(entry) => write({ kind: "back", body: { entry } })}
				refused={state.refused}
				acts={state.acts}
				unread={state.unread}
			/>
			{data.words.length > 0 && (
				<section aria-label="Words to learn">
					<h2>Words to learn</h2>
					<dl>
						{data.words.map(({ word, meaning }) => (
							<div key={word}>
								<dt dir="auto">{word}</dt>
								<dd dir="auto">{meaning}</dd>
							</div>
						))}
					</dl>
				</section>
			)}
			<Helper helper={data.helper} />
			{(data.ends === null || kept.closed !== null || kept.toSend > 0 || state.unread.length > 0) && (
				<HandBack id={state.id} secret={state.key} name={state.name} acts={[...state.acts, ...state.unread]} />
			)}
			<footer className={css.foot}>
				<LightSwitch className={css.quiet ?? ""} />
				<p className={css.mute}>
					{data.ends === null
						? "This page is one file. It loads nothing and sends nothing by itself."
						: `This link is only for you, until ${dayWords(data.ends, day)}. Do not share it.`}
				</p>
			</footer>
		</main>
	);
}

/** A count whose drill is not asked for any more: kept by a press, as it was counted. */
function GoneCount({
	item,
	marks,
	day,
	write,
}: {
	item: string;
	marks: readonly Touched[];
	day: string;
	write: ReturnType<typeof usePractice>["write"];
}) {
	const score = scoreOf(marks);
	const [refused, setRefused] = useState("");
	return (
		<p className={css.suggest}>
			{score.good} of {score.tries} on a drill that is no longer in your practice.{" "}
			<button
				type="button"
				className={css.small}
				onClick={() => {
					const body = { ...score, item, day, place: "", target: 0, dose: score.tries };
					const written = write({ kind: "done", body: { ...body, felt: null, check: null, remark: "" } }, marks);
					if (!written.ok) setRefused(written.sentence);
				}}
			>
				save the score
			</button>
			{refused && <span className={css.asks}> {refused}</span>}
		</p>
	);
}

/** How far the words on this page are. Its place is kept. */
function KeptLine({ kept, file }: { kept: ReturnType<typeof usePractice>["kept"]; file: boolean }) {
	const words = [
		kept.full
			? "This phone is full. New entries are lost when the page closes."
			: !kept.lasts
				? "This phone saves nothing for this page. Send it to your coach before you close it."
				: kept.keeping
					? "saving"
					: "saved on this phone ✓",
		...(file
			? []
			: [kept.closed ?? kept.later ?? (kept.toSend > 0 ? `${kept.toSend} not sent yet: no signal` : "sent ✓")]),
	];
	return (
		<p
			className={kept.full || !kept.lasts || kept.closed || kept.later ? css.asks : css.mute}
			role="status"
			data-testid="kept"
		>
			{words.join(" · ")}
		</p>
	);
}

const parts = [
	["feed", "How to feed"],
	["counts", "What counts"],
	["cautions", "Be careful"],
	["stop", "Stop"],
] as const;

/** For somebody who knows nothing of it. */
function Helper({ helper }: { helper: Practice["data"]["helper"] }) {
	const said = parts.filter(([name]) => helper[name] !== "");
	if (said.length === 0) return null;
	return (
		<section aria-label="For helpers">
			<h2>For helpers</h2>
			{said.map(([name, words]) => (
				<div key={name}>
					<h3>{words}</h3>
					<p dir="auto">{helper[name]}</p>
				</div>
			))}
		</section>
	);
}
