import { type ReactNode, useState } from "react";
import type { PageMessageId } from "@/core/languages/english";
import type { JournalEntry } from "@/core/practice/journal";
import { Practised } from "@/core/practice/kinds";
import { today } from "@/ui/dates";
import { dayTroubleIn, EntryFields, numbersIn, Refused, type Typed } from "./EntryFields";
import type { FeelingWay } from "./Felt";
import css from "./home.module.css";
import { checked } from "./refused";
import { useSpeech } from "./Speech";

/** More of an entry that stands already: each word is kept as it is typed, and nothing has to be saved. */
export function SayMore({
	entry,
	check,
	way,
	counted,
	kept,
	onSay,
	onBack,
}: {
	entry: JournalEntry;
	/** The drill's question to answer with yes or no; empty where there is none. */
	check: string;
	way: FeelingWay;
	/** It was counted just now. */
	counted: boolean;
	kept: ReactNode;
	/** Answers why it is not taken; null where it is. */
	onSay: (part: Partial<Practised>) => PageMessageId | null;
	onBack: () => void;
}) {
	const locale = useSpeech();
	const { say } = locale;
	const [typed, setTyped] = useState<Typed>({
		...entry,
		tries: String(entry.tries),
		good: String(entry.good),
		minutes: String(entry.minutes),
	});
	const [refused, setRefused] = useState<string[]>([]);
	const type = (part: Partial<Typed>) => {
		const next = { ...typed, ...part };
		setTyped(next);
		const { answer: _, what: __, id: ___, by: ____, ...body } = { ...entry, ...next, ...numbersIn(next) };
		const read = checked(Practised, body);
		if (!read.ok) return setRefused(read.messages.map((id) => locale.say(id)));
		const wrong = dayTroubleIn(next.day, today(), locale);
		const why = wrong === null ? onSay(read.value) : null;
		return setRefused([...(wrong ? [wrong] : []), ...(why ? [say(why)] : [])]);
	};
	return (
		<main className={css.page}>
			<div className={css.form}>
				<h1 dir="auto">{entry.what}</h1>
				<p role="status" className={css.saved}>
					<b>{say("drill.score", { good: entry.good, tries: entry.tries })}</b>{" "}
					{say(counted ? "entry.saved now" : "entry.saved")}
				</p>
				{kept}
				<div className={css.acts}>
					<button type="button" className={css.main} onClick={onBack}>
						{say("entry.back")}
					</button>
				</div>
				<EntryFields typed={typed} check={check} way={way} answered={entry.answer !== null} onType={type} />
				<Refused sentences={refused} />
			</div>
		</main>
	);
}
