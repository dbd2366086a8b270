import { useState } from "react";
import type { Locale } from "@/core/languages/locale";
import type { Practised } from "@/core/practice/kinds";
import { dayAfter, dayTrouble } from "@/core/text/fields";
import { today } from "@/ui/dates";
import { Choice } from "./Choice";
import { type FeelingWay, Felt } from "./Felt";
import css from "./home.module.css";
import { useSpeech } from "./Speech";

const OTHER = "other";

/** An entry as it is typed: numbers as they stand in their fields. */
export interface Typed extends Pick<Practised, "day" | "place" | "felt" | "check" | "remark"> {
	tries: string;
	good: string;
	minutes: string;
}

/** What stands in a field as a number; what is none is told as it was typed. */
const number = (typed: string): unknown =>
	/^\s*\d+\s*$/.test(typed) ? Number(typed) : typed === "" ? undefined : typed;

export const numbersIn = ({ tries, good, minutes }: Typed) => ({
	tries: number(tries),
	good: number(good),
	minutes: minutes.trim() === "" ? 0 : number(minutes),
});

/** Why an entry cannot be of this day; null where it can. */
export const dayTroubleIn = (day: string, now: string, { say, day: dayWords }: Locale): string | null =>
	dayTrouble("", day) ? say("refused.day") : day > now ? say("refused.future", { day: dayWords(day, now) }) : null;

export const Refused = ({ sentences }: { sentences: readonly string[] }) => (
	<div role="alert" className={css.asks}>
		{sentences.map((sentence) => (
			<p key={sentence}>{sentence}</p>
		))}
	</div>
);

/** All that may be said of an entry: how it felt first, then its score, day and place. */
export function EntryFields({
	typed,
	check,
	way,
	answered = false,
	onType,
}: {
	typed: Typed;
	/** The drill's question to answer with yes or no; empty where there is none. */
	check: string;
	way: FeelingWay;
	/** The coach has answered what was said: that stays as it was answered. */
	answered?: boolean;
	onType: (part: Partial<Typed>) => void;
}) {
	const { say } = useSpeech();
	return (
		<>
			<Felt way={way} value={typed.felt} onChoose={(felt) => onType({ felt })} />
			{check && (
				<fieldset>
					<legend dir="auto">{check}</legend>
					<Choice name="check" chosen={typed.check === true} onChoose={() => onType({ check: true })}>
						{say("entry.yes")}
					</Choice>
					<Choice name="check" chosen={typed.check === false} onChoose={() => onType({ check: false })}>
						{say("entry.no")}
					</Choice>
				</fieldset>
			)}
			<label>
				{say("entry.remark")}
				<textarea
					value={typed.remark}
					rows={3}
					maxLength={1000}
					dir="auto"
					readOnly={answered}
					onChange={(event) => onType({ remark: event.target.value })}
				/>
			</label>
			{answered && <p className={css.mute}>{say("entry.answered")}</p>}
			<DayChoice day={typed.day} onDay={(day) => onType({ day })} />
			<div className={css.two}>
				{(
					[
						["good", "entry.good"],
						["tries", "entry.of tries"],
						["minutes", "entry.minutes"],
					] as const
				).map(([name, words]) => (
					<label key={name}>
						{say(words)}
						<input
							inputMode="numeric"
							value={typed[name]}
							onChange={(event) => onType({ [name]: event.target.value })}
						/>
					</label>
				))}
			</div>
			<label>
				{say("entry.where")}
				<input
					value={typed.place}
					maxLength={80}
					placeholder={say("entry.places")}
					dir="auto"
					onChange={(event) => onType({ place: event.target.value })}
				/>
			</label>
		</>
	);
}

/** Today, yesterday, or another day that is named. */
function DayChoice({ day, onDay }: { day: string; onDay: (day: string) => void }) {
	const now = today();
	const { say, day: dayWords } = useSpeech();
	const [other, setOther] = useState(day !== now && day !== dayAfter(now, -1));
	const days = [
		[now, "entry.today"],
		[dayAfter(now, -1), "entry.yesterday"],
		[OTHER, "entry.another day"],
	] as const;
	return (
		<fieldset>
			<legend>{say("entry.day")}</legend>
			{days.map(([value, words]) => (
				<Choice
					key={value}
					name="day"
					chosen={value === OTHER ? other : !other && day === value}
					onChoose={() => {
						setOther(value === OTHER);
						if (value !== OTHER) onDay(value);
					}}
				>
					{say(words)}
				</Choice>
			))}
			{other && (
				<>
					<input
						type="date"
						aria-label={say("entry.which day")}
						value={day}
						max={now}
						onChange={(event) => onDay(event.target.value)}
					/>
					{day !== "" && !dayTrouble("", day) && <p className={css.quiet}>{dayWords(day, now)}</p>}
				</>
			)}
		</fieldset>
	);
}
