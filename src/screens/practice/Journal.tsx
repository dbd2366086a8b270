"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { daysAsked } from "@/core/practice/askedOn";
import type { Assignment } from "@/core/practice/assignment";
import { bestOf, type JournalEntry, type JournalItem, type Journal as JournalOf } from "@/core/practice/journal";
import { awayLine } from "@/core/practice/news";
import { plural } from "@/core/text/lists";
import { answerEntry, clearPracticeDay, setPracticeTarget } from "@/server/practice";
import { adding } from "@/ui/adding";
import { dayWords } from "@/ui/dates";
import { Lines } from "@/ui/Lines";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import { useStaying } from "@/ui/useStaying";
import { PracticeLine } from "./PracticeLine";
import css from "./practice.module.css";

/** Far more came of one day than anybody practises: said, and taken back in one press. */
function Flood({ at, flood, day }: { at: { id: string }; flood: { day: string; entries: number }; day: string }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	return (
		<div className="asks">
			<p className="m-0">
				{plural(flood.entries, "entry")} came by the link for {dayWords(flood.day, day)}: too many for one day.{" "}
				<Button
					variant="outline-primary"
					size="sm"
					onClick={async () => {
						const outcome = await ask(clearPracticeDay(at.id, flood.day));
						if (outcome.ok) router.refresh();
					}}
				>
					remove these entries
				</Button>
			</p>
			<Refusals refusals={refused} />
		</div>
	);
}

const idOf = ({ id }: JournalEntry) => id;
const SHOWN = 10;
const FEW = 3;
/** Days off, the latest. */
const AWAY_SHOWN = 3;

/** What was done against what was asked, the first beside the latest, and what was said. */
export function Journal({
	at,
	journal,
	assignment,
	floods,
	day,
}: {
	at: { id: string };
	journal: JournalOf;
	assignment: Assignment;
	floods: readonly { day: string; entries: number }[];
	day: string;
}) {
	const [all, setAll] = useState(false);
	const { entries, items, toAnswer } = journal;
	const latest = [...entries].reverse();
	const shown = all ? latest : latest.slice(0, SHOWN);
	const { lines, stay } = useStaying(toAnswer, idOf);
	return (
		<section aria-label="Journal" className={css.section}>
			<h2>Journal</h2>
			{floods.map((flood) => (
				<Flood key={flood.day} at={at} flood={flood} day={day} />
			))}
			{lines.map((entry) => (
				<Answer key={entry.id} at={at} entry={entry} day={day} onPress={() => stay(entry)} />
			))}
			{journal.away.slice(-AWAY_SHOWN).map((one) => (
				<p key={one.id} className="m-0">
					{awayLine(one, (on) => dayWords(on, day))} <span className="mute">They said so on their page.</span>
				</p>
			))}
			{entries.length === 0 && <p className="mute">No entries yet.</p>}
			{items
				.filter((one) => one.entries.length > 0)
				.map((one) => (
					<Drill key={one.item.id} at={at} of={one} day={day} assignment={assignment} away={journal.away} />
				))}
			{entries.length > 0 && (
				<Entries shown={shown} day={day} isOpen={(id) => lines.some((one) => one.id === id)} onAnswer={stay} />
			)}
			{entries.length > SHOWN && (
				<Button variant="link" onClick={() => setAll(!all)}>
					{all ? "show the latest only" : `show all ${entries.length} entries`}
				</Button>
			)}
		</section>
	);
}

/** Entries in a table, the latest first; one that was answered may be answered otherwise. */
function Entries({
	shown,
	day,
	isOpen,
	onAnswer,
}: {
	shown: readonly JournalEntry[];
	day: string;
	/** It is being answered above. */
	isOpen: (id: string) => boolean;
	onAnswer: (entry: JournalEntry) => void;
}) {
	return (
		<table className={css.entries}>
			<thead>
				<tr>
					<th scope="col">day</th>
					<th scope="col">drill</th>
					<th scope="col">good</th>
					<th scope="col">target</th>
					<th scope="col">felt</th>
					<th scope="col">remark</th>
				</tr>
			</thead>
			<tbody>
				{shown.map((entry) => (
					<tr key={entry.id}>
						<td>{dayWords(entry.day, day)}</td>
						<td dir="auto">{entry.what}</td>
						<td>
							<b>{entry.good}</b> of {entry.tries}
						</td>
						<td>
							{entry.target}
							{entry.good >= entry.target ? ", met" : ""}
						</td>
						<td>{entry.felt ?? ""}</td>
						<td dir="auto">
							{[
								...(entry.check === null ? [] : [`check ${entry.check ? "yes" : "no"}`]),
								...(entry.place ? [entry.place] : []),
								...(entry.minutes > 0 ? [`${entry.minutes} min`] : []),
								...(entry.remark ? [`“${entry.remark}”`] : []),
								...(entry.answer ? [`you: ${entry.answer}`] : []),
							].join(", ")}
							{entry.answer !== null && !isOpen(entry.id) && (
								<Button variant="link" size="sm" onClick={adding(() => onAnswer(entry))}>
									{entry.answer ? "change your answer" : "write an answer"}
									<span className="visually-hidden"> to “{entry.remark}”</span>
								</Button>
							)}
						</td>
					</tr>
				))}
			</tbody>
		</table>
	);
}

const scores = (entries: readonly JournalEntry[]): string => entries.map(({ good }) => good).join(" · ");

/** A drill over its days: how often of those asked for, the first beside the latest, and its target. */
function Drill({
	at,
	of,
	day,
	assignment,
	away,
}: {
	at: { id: string };
	of: JournalItem;
	day: string;
	assignment: Assignment;
	away: JournalOf["away"];
}) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const { item, target, entries, suggestion } = of;
	const [first] = entries;
	const best = bestOf(entries);
	const since = first?.day ?? day;
	const asked = daysAsked({ ...assignment, from: since }, since, day, away, item.id);
	const days = new Set(entries.map((entry) => entry.day)).size;
	return (
		<div className={css.drill}>
			<h3 dir="auto">{item.name}</h3>
			<Lines
				of={[
					["practised", `${days} of ${plural(asked, "planned day")}`],
					["first", entries.length > FEW ? `${scores(entries.slice(0, FEW))} of ${first?.dose}` : null],
					[entries.length > FEW ? "latest" : "scores", `${scores(entries.slice(-FEW))} of ${item.dose}`],
					["best", best ? `${best.good} of ${best.tries}, ${dayWords(best.day, day)}` : null],
				]}
			/>
			<PracticeLine entries={entries} target={target} label={item.name} day={day} />
			{suggestion && (
				<p className="asks m-0">
					{target} was reached in {suggestion.met} of the last {suggestion.of}.{" "}
					<Button
						variant="outline-primary"
						onClick={async () => {
							const outcome = await ask(setPracticeTarget(at.id, item.id, suggestion.to));
							if (outcome.ok) router.refresh();
						}}
					>
						set the target to {suggestion.to}
						<span className="visually-hidden">: {item.name}</span>
					</Button>
				</p>
			)}
			<Refusals refusals={refused} />
		</div>
	);
}

/** A remark that waits for the coach's word; read and left without one is an answer too. The last word is what stands. */
function Answer({
	at,
	entry,
	day,
	onPress,
}: {
	at: { id: string };
	entry: JournalEntry;
	day: string;
	/** Before the page is asked for anew. */
	onPress: () => void;
}) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [text, setText] = useState(entry.answer ?? "");
	/** What was answered here. */
	const [said, setSaid] = useState<string | null>(null);
	const answer = async (words: string) => {
		const outcome = await ask(answerEntry(at.id, entry.entry, words));
		if (!outcome.ok) return;
		onPress();
		setSaid(words);
		router.refresh();
	};
	const remark = (
		<p className="m-0" dir="auto">
			<b>“{entry.remark}”</b>{" "}
			<span className="mute">
				{dayWords(entry.day, day)}, {entry.what}, {entry.good} of {entry.tries}
			</span>
		</p>
	);
	if (said !== null)
		return (
			<div className={`${css.answer} ${css.answered}`}>
				{remark}
				<p className="m-0" dir="auto">
					<span role="status">{said ? `On their page: “${said}”` : "Read, no answer."}</span>{" "}
					<Button variant="link" size="sm" onClick={adding(() => setSaid(null))}>
						change the answer<span className="visually-hidden">: your answer to “{entry.remark}”</span>
					</Button>
				</p>
			</div>
		);
	return (
		<Form
			className={css.answer}
			onSubmit={(event) => {
				event.preventDefault();
				void answer(text);
			}}
		>
			{remark}
			<div className={css.one}>
				<Form.Control
					aria-label={`Answer to “${entry.remark}”`}
					placeholder="your answer, shown on their page"
					value={text}
					maxLength={1000}
					dir="auto"
					onChange={(event) => setText(event.target.value)}
				/>
				<Button type="submit" disabled={text.trim() === ""}>
					answer
				</Button>
				<Button variant="outline-primary" onClick={() => void answer("")}>
					read, no answer
				</Button>
			</div>
			<Refusals refusals={refused} />
		</Form>
	);
}
