import { useMemo, useState } from "react";
import { type Locale, localeOf, type Say, type Values } from "@/core/languages/locale";
import { isFor, isOff } from "@/core/practice/askedOn";
import { scoreOf, type Touched } from "@/core/practice/counting";
import { bestOf, type Journal, type JournalItem, triesOn } from "@/core/practice/journal";
import type { Practised } from "@/core/practice/kinds";
import { drillsOn } from "@/core/practice/phases";
import { today } from "@/ui/dates";
import { LightSwitch } from "@/ui/LightSwitch";
import { Linked } from "@/ui/Linked";
import { Count } from "./Count";
import { DaysOff } from "./DaysOff";
import { Drill } from "./Drill";
import { EntryForm } from "./EntryForm";
import { HandBack } from "./HandBack";
import css from "./home.module.css";
import { OtherPhone } from "./OtherPhone";
import { Past } from "./Past";
import { type Kept, type Practice, usePractice } from "./practice";
import { SayMore } from "./SayMore";
import { Speech, useSpeech } from "./Speech";
import { Week } from "./Week";

type View =
	| { at: "list" }
	| { at: "count"; item: string }
	/** A score that was counted in the head, or on paper. */
	| { at: "new"; item: string }
	/** More of an entry that stands: what is said is kept as it is said. */
	| { at: "entry"; entry: string; counted: boolean };

/** A student's own practice in their own language. */
export function HomePage({ practice }: { practice: Practice }) {
	const locale = useMemo(() => localeOf(practice.data.language), [practice]);
	return (
		<Speech value={locale}>
			<Views practice={practice} />
		</Speech>
	);
}

/** What to do, the count, what was done, and what to learn. */
function Views({ practice }: { practice: Practice }) {
	const hook = usePractice(practice);
	const { data } = practice;
	const { journal, state, kept, touch, undo, write, finish, say, flush } = hook;
	const [view, setView] = useState<View>({ at: "list" });
	const day = today();
	const itemOf = (id: string) => journal.items.find(({ item }) => item.id === id);
	const marksOf = (item: string) => state.marks.filter((one) => one.item === item);
	const list = () => {
		setView({ at: "list" });
		window.scrollTo(0, 0);
	};
	const left = leftToday(data.most, journal, state.marks, day);

	if (view.at === "count") {
		const shown = itemOf(view.item);
		const marks = marksOf(view.item);
		if (shown)
			return (
				<Count
					of={shown}
					left={left === null ? null : left + scoreOf(marks).tries}
					kept={kept}
					marks={marks}
					onTouch={(mark) => touch(shown.item.id, mark)}
					onUndo={() => undo(shown.item.id)}
					onLeave={list}
					onDone={() => {
						const entry = finish(shown.item.id);
						if (entry === null) list();
						else setView({ at: "entry", entry, counted: true });
					}}
				/>
			);
	}
	if (view.at === "entry") {
		const entry = journal.entries.find((one) => one.entry === view.entry);
		if (entry)
			return (
				<SayMore
					entry={entry}
					check={itemOf(entry.item)?.item.check ?? ""}
					way={data.feelings ?? "faces"}
					counted={view.counted}
					kept={<KeptLine kept={kept} file={data.ends === null} />}
					onSay={(part) => say(entry.entry, part)}
					onBack={() => {
						flush();
						list();
					}}
				/>
			);
	}
	if (view.at === "new") {
		const shown = itemOf(view.item);
		if (shown)
			return (
				<EntryForm
					of={shown}
					way={data.feelings ?? "faces"}
					onBack={list}
					onKeep={(body) => {
						const why = write({ kind: "done", body });
						if (why === null) list();
						return why;
					}}
				/>
			);
	}
	return (
		<Drills
			practice={hook}
			data={data}
			left={left}
			onCount={(item) => setView({ at: "count", item })}
			onWrite={(item) => setView({ at: "new", item })}
			onChange={(entry) => setView({ at: "entry", entry, counted: false })}
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
	onChange,
}: {
	practice: ReturnType<typeof usePractice>;
	data: Practice["data"];
	left: number | null;
	onCount: (item: string) => void;
	onWrite: (item: string) => void;
	onChange: (entry: string) => void;
}) {
	const day = today();
	const locale = useSpeech();
	const { say } = locale;
	const off = isOff(journal.away, day);
	const underWay = (item: string) => scoreOf(state.marks.filter((one) => one.item === item)).tries;
	const open = new Set(state.marks.map((one) => one.entry));
	const shown = inPhase(journal, data.phases, day);
	const todays = shown.filter(({ item }) => !off && isFor(item, day));
	const others = shown.filter(({ item }) => off || !isFor(item, day));
	const drill = (one: JournalItem) => (
		<Drill
			key={one.item.id}
			of={{ ...one, entries: one.entries.filter(({ entry }) => !open.has(entry)) }}
			day={day}
			pictures={data.pictures}
			best={bestOf(one.entries)}
			underWay={underWay(one.item.id)}
			enough={left === 0}
			acts={{
				onCount: () => onCount(one.item.id),
				onWrite: () => onWrite(one.item.id),
				onDone: () => write({ kind: "done", body: warmedUp(one, day) }),
				onTarget: (target) => write({ kind: "target", body: { item: one.item.id, target } }),
			}}
		/>
	);
	return (
		<main className={css.page}>
			<Head data={data} kept={kept} day={day} />
			<Week data={data} journal={journal} day={day} />
			<Helper data={data} />
			<section aria-label={say("page.today")}>
				<h2>{say("page.today")}</h2>
				{todays.length === 0 && !off && <p>{say("page.nothing today")}</p>}
				{off && <p>{say("away.now", awayNow(journal.away, day, locale))}</p>}
				{left === 0 && <p className={css.enough}>{say("page.enough", { tries: data.most ?? 0 })}</p>}
				{left !== null && left > 0 && todays.length > 0 && (
					<p className={css.mute}>{say("page.at most", { tries: left })}</p>
				)}
				{todays.map(drill)}
			</section>
			{others.length > 0 && (
				<section aria-label={say("page.other days")}>
					<h2>{say("page.other days")}</h2>
					{others.map(drill)}
				</section>
			)}
			<Past
				journal={journal}
				onBack={(entry) => write({ kind: "back", body: { entry } })}
				onChange={onChange}
				refused={state.refused}
				acts={state.acts}
				unread={state.unread}
			/>
			<DaysOff
				away={journal.away}
				day={day}
				onSay={(body) => write({ kind: "away", body })}
				onBack={(entry) => write({ kind: "back", body: { entry } })}
			/>
			<Words words={data.words} />
			{(data.ends === null || kept.closed !== null || kept.toSend > 0 || state.unread.length > 0) && (
				<HandBack id={state.id} secret={state.key} name={state.name} acts={[...state.acts, ...state.unread]} />
			)}
			<Foot ends={data.ends} day={day} />
		</main>
	);
}

/** Whose page it is, what the coach says to them, and how far what they wrote is. */
const Head = ({ data, kept, day }: { data: Practice["data"]; kept: Kept; day: string }) => (
	<header className={css.head}>
		<p className={css.day}>{useSpeech().day(day, day)}</p>
		<h1 dir="auto">{data.name}</h1>
		{data.note && (
			<p dir="auto">
				<Linked text={data.note} />
			</p>
		)}
		<KeptLine kept={kept} file={data.ends === null} />
	</header>
);

function Words({ words }: Pick<Practice["data"], "words">) {
	const { say } = useSpeech();
	if (words.length === 0) return null;
	return (
		<section aria-label={say("page.words")}>
			<h2>{say("page.words")}</h2>
			<dl>
				{words.map(({ word, meaning }) => (
					<div key={word}>
						<dt dir="auto">{word}</dt>
						<dd dir="auto">{meaning}</dd>
					</div>
				))}
			</dl>
		</section>
	);
}

/** The drills of a day's phase, with the minutes they have in it. */
function inPhase({ items }: Journal, phases: Practice["data"]["phases"], day: string): JournalItem[] {
	const drills = drillsOn(
		items.map(({ item }) => item),
		phases,
		day,
	);
	const shown = new Map(drills.map((item) => [item.id, item]));
	return items.flatMap((one) => {
		const item = shown.get(one.item.id);
		return item ? [{ ...one, item }] : [];
	});
}

/** The page on another phone, its light, and whom it is for. */
function Foot({ ends, day }: { ends: string | null; day: string }) {
	const { say, day: dayWords } = useSpeech();
	return (
		<footer className={css.foot}>
			<OtherPhone file={ends === null} />
			<LightSwitch className={css.quiet ?? ""} words={(light) => say("page.light", { light })} />
			<p className={css.mute}>{ends === null ? say("page.file") : say("page.link", { day: dayWords(ends, day) })}</p>
		</footer>
	);
}

/** What is said of the days off that a day is one of. */
function awayNow(away: Journal["away"], day: string, locale: Locale): Values {
	const last = away.filter(({ from, to }) => from <= day && day <= to).sort((a, b) => (a.to < b.to ? 1 : -1))[0];
	return { why: last?.why ?? "other", to: locale.day(last?.to ?? day, day) };
}

/** Tries left of the day's most, what is being counted counted in; null where there is no most. */
function leftToday(most: number | null, journal: Journal, marks: readonly Touched[], day: string): number | null {
	if (most === null) return null;
	const open = new Set(marks.map((one) => one.entry));
	const done = triesOn(
		journal.entries.filter(({ entry }) => !open.has(entry)),
		day,
	);
	return Math.max(0, most - done - scoreOf(marks).tries);
}

const sentWords = ({ toSend, soon }: Kept, say: Say): string =>
	toSend === 0 ? say("kept.sent") : soon ? say("kept.soon") : say("kept.waiting", { n: toSend });

/** How far the words on this page are. Its place is kept. */
function KeptLine({ kept, file }: { kept: ReturnType<typeof usePractice>["kept"]; file: boolean }) {
	const { say } = useSpeech();
	const words = [
		say(kept.full ? "kept.full" : !kept.lasts ? "kept.nowhere" : kept.keeping ? "kept.saving" : "kept.saved"),
		...(file ? [] : [kept.closed === "" ? say("kept.closed") : (kept.closed ?? kept.later ?? sentWords(kept, say))]),
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

/** A warm-up that was done: no tries, and nothing to judge. */
const warmedUp = ({ item }: JournalItem, day: string): Practised => ({
	...{ item: item.id, day, place: "", tries: 0, good: 0, target: 0, dose: item.dose, minutes: item.minutes ?? 0 },
	...{ felt: null, check: null, remark: "" },
});

const parts = ["feed", "counts", "cautions", "stop"] as const;

/** For somebody who helps and knows nothing of it: one line at the top that opens. */
function Helper({ data: { helper, items } }: { data: Practice["data"] }) {
	const { say } = useSpeech();
	const said = parts.filter((name) => helper[name] !== "");
	const drills = items.filter(({ help = [] }) => help.length > 0);
	if (said.length + drills.length === 0) return null;
	return (
		<details className={css.helper}>
			<summary>{say("helper.title")}</summary>
			{said.map((name) => (
				<p key={name} dir="auto">
					<b>{say(`helper.${name}`)}:</b> {helper[name]}
				</p>
			))}
			{drills.map(({ id, name, help = [] }) => (
				<p key={id} dir="auto">
					<b>{name}:</b> {help.join(" ")}
				</p>
			))}
		</details>
	);
}
