import { useState } from "react";
import type { Away } from "@/core/practice/journal";
import { awayReasons, DaysOff as Days } from "@/core/practice/kinds";
import { dayAfter } from "@/core/text/fields";
import { Choice } from "./Choice";
import { Refused } from "./EntryFields";
import css from "./home.module.css";
import { checked } from "./refused";
import { useSpeech } from "./Speech";

const WEEK = 7;
const reasons = { ill: "away.ill", away: "away.travel", other: "away.other" } as const;

/** Days without practice: what was told, and a form to tell of some. */
export function DaysOff({
	away,
	day,
	onSay,
	onBack,
}: {
	away: readonly Away[];
	day: string;
	onSay: (body: Days) => void;
	onBack: (id: string) => void;
}) {
	const { say, day: dayWords } = useSpeech();
	const [open, setOpen] = useState(false);
	const current = away.filter(({ to }) => to >= day);
	return (
		<section aria-label={say("away.title")}>
			{current.map(({ id, why, from, to }) => (
				<p key={id}>
					{say("away.line", { why, from: dayWords(from, day), to: dayWords(to, day) })}{" "}
					<button type="button" className={css.small} onClick={() => onBack(id)}>
						{say("away.undo")}
					</button>
				</p>
			))}
			{open ? (
				<AwayForm
					day={day}
					onSay={(body) => {
						onSay(body);
						setOpen(false);
					}}
					onBack={() => setOpen(false)}
				/>
			) : (
				current.length === 0 && (
					<button type="button" className={css.quiet} onClick={() => setOpen(true)}>
						{say("away.open")}
					</button>
				)
			)}
		</section>
	);
}

/** Why, and from which day to which: a week from today until another is said. */
function AwayForm({ day, onSay, onBack }: { day: string; onSay: (body: Days) => void; onBack: () => void }) {
	const { say, day: dayWords } = useSpeech();
	const [typed, setTyped] = useState<Days>({ why: "ill", from: day, to: dayAfter(day, WEEK - 1) });
	const [refused, setRefused] = useState<string[]>([]);
	return (
		<form
			className={css.form}
			noValidate
			onSubmit={(event) => {
				event.preventDefault();
				const read = checked(Days, typed);
				if (!read.ok) return setRefused([say(dayTrouble(typed) ? "refused.day" : "refused.days")]);
				return onSay(read.value);
			}}
		>
			<fieldset>
				<legend>{say("away.title")}</legend>
				{awayReasons.map((why) => (
					<Choice key={why} name="why" chosen={typed.why === why} onChoose={() => setTyped({ ...typed, why })}>
						{say(reasons[why])}
					</Choice>
				))}
			</fieldset>
			<div className={css.two}>
				{(["from", "to"] as const).map((name) => (
					<label key={name}>
						{say(`away.${name}`)}
						<input
							type="date"
							value={typed[name]}
							onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
						/>
						{typed[name] !== "" && <span className={css.mute}>{dayWords(typed[name], day)}</span>}
					</label>
				))}
			</div>
			<Refused sentences={refused} />
			<div className={css.acts}>
				<button type="button" className={css.second} onClick={onBack}>
					{say("away.cancel")}
				</button>
				<button type="submit" className={css.main}>
					{say("away.save")}
				</button>
			</div>
		</form>
	);
}

/** Whether one of the days is none. */
const dayTrouble = ({ from, to }: Days): boolean => from === "" || to === "";
