import { useState } from "react";
import type { JournalItem } from "@/core/practice/journal";
import { feelings, Practised, practisedLabels } from "@/core/practice/kinds";
import { parse } from "@/core/refusals/refusals";
import { dayAfter, dayTrouble } from "@/core/text/fields";
import { dayWords, today } from "@/ui/dates";
import css from "./home.module.css";

export interface Score {
	tries: number;
	good: number;
	minutes: number;
}

const OTHER = "other";

/** What was done: the score is there where it was counted; the rest may stay empty. */
export function EntryForm({
	of: { item, target },
	score,
	entered,
	onBack,
	onKeep,
}: {
	of: JournalItem;
	score: Score | null;
	/** The score is written down already: what is said here takes its place. */
	entered: boolean;
	onBack: () => void;
	onKeep: (body: Practised) => void;
}) {
	const now = today();
	const [day, setDay] = useState(now);
	const [other, setOther] = useState(false);
	const [place, setPlace] = useState("");
	const [tries, setTries] = useState(String(score?.tries ?? item.dose));
	const [good, setGood] = useState(score ? String(score.good) : "");
	const [minutes, setMinutes] = useState(score ? String(score.minutes) : "");
	const [felt, setFelt] = useState<number | null>(null);
	const [check, setCheck] = useState<boolean | null>(null);
	const [remark, setRemark] = useState("");
	const [refused, setRefused] = useState<string[]>([]);

	const keep = (event: React.FormEvent) => {
		event.preventDefault();
		const read = parse(
			Practised,
			{
				item: item.id,
				day,
				place,
				tries: number(tries),
				good: number(good),
				target,
				dose: item.dose,
				minutes: minutes.trim() === "" ? 0 : number(minutes),
				felt,
				check,
				remark,
			},
			practisedLabels,
		);
		const ahead = `${dayWords(day)} is in the future. Choose today or an earlier day.`;
		if (!read.ok) return setRefused(read.refusals.map(({ sentence }) => sentence));
		const wrong = dayTrouble("Day", day) ?? (day > now ? ahead : null);
		return wrong ? setRefused([wrong]) : onKeep(read.value);
	};
	return (
		<main className={css.page}>
			<form onSubmit={keep} noValidate className={css.form}>
				<h1 dir="auto">{item.name}</h1>
				{entered && score && (
					<p role="status">
						{score.good} of {score.tries} is saved. You can add more, or stop here.
					</p>
				)}
				<DayChoice day={day} other={other} onDay={setDay} onOther={setOther} />
				<div className={css.two}>
					<label>
						Good
						<input inputMode="numeric" value={good} onChange={(event) => setGood(event.target.value)} />
					</label>
					<label>
						of tries
						<input inputMode="numeric" value={tries} onChange={(event) => setTries(event.target.value)} />
					</label>
					<label>
						Minutes
						<input inputMode="numeric" value={minutes} onChange={(event) => setMinutes(event.target.value)} />
					</label>
				</div>
				<fieldset>
					<legend>How did it feel? 1 = bad, 5 = good</legend>
					{feelings.map((one) => (
						<Choice key={one} name="felt" words={String(one)} chosen={felt === one} onChoose={() => setFelt(one)} />
					))}
				</fieldset>
				{item.check && (
					<fieldset>
						<legend dir="auto">{item.check}</legend>
						<Choice name="check" words="yes" chosen={check === true} onChoose={() => setCheck(true)} />
						<Choice name="check" words="no" chosen={check === false} onChoose={() => setCheck(false)} />
					</fieldset>
				)}
				<label>
					Where
					<input
						value={place}
						maxLength={80}
						placeholder="garden, hall, kitchen"
						dir="auto"
						onChange={(event) => setPlace(event.target.value)}
					/>
				</label>
				<label>
					Anything to tell or ask your coach?
					<textarea
						value={remark}
						rows={3}
						maxLength={1000}
						dir="auto"
						onChange={(event) => setRemark(event.target.value)}
					/>
				</label>
				<div role="alert" className={css.asks}>
					{refused.map((sentence) => (
						<p key={sentence}>{sentence}</p>
					))}
				</div>
				<div className={css.acts}>
					<button type="button" className={css.second} onClick={onBack}>
						{entered ? "done" : "back"}
					</button>
					<button type="submit" className={css.main}>
						{entered ? "save this too" : "save entry"}
					</button>
				</div>
			</form>
		</main>
	);
}

/** What stands in a field as a number; what is none is told as it was typed. */
const number = (typed: string): unknown =>
	/^\s*\d+\s*$/.test(typed) ? Number(typed) : typed === "" ? undefined : typed;

const Choice = ({
	name,
	words,
	chosen,
	onChoose,
}: {
	name: string;
	words: string;
	chosen: boolean;
	onChoose: () => void;
}) => (
	<label className={css.choice}>
		<input type="radio" name={name} checked={chosen} onChange={onChoose} />
		<span>{words}</span>
	</label>
);

/** Today, yesterday, or another day that is named. */
function DayChoice({
	day,
	other,
	onDay,
	onOther,
}: {
	day: string;
	other: boolean;
	onDay: (day: string) => void;
	onOther: (other: boolean) => void;
}) {
	const now = today();
	const days = [
		[now, "today"],
		[dayAfter(now, -1), "yesterday"],
		[OTHER, "another day"],
	] as const;
	return (
		<fieldset>
			<legend>Day</legend>
			{days.map(([value, words]) => (
				<Choice
					key={value}
					name="day"
					words={words}
					chosen={value === OTHER ? other : !other && day === value}
					onChoose={() => {
						onOther(value === OTHER);
						if (value !== OTHER) onDay(value);
					}}
				/>
			))}
			{other && (
				<>
					<input
						type="date"
						aria-label="Which day"
						value={day}
						max={now}
						onChange={(event) => onDay(event.target.value)}
					/>
					{day !== "" && !dayTrouble("Day", day) && <p className={css.quiet}>{dayWords(day)}</p>}
				</>
			)}
		</fieldset>
	);
}
