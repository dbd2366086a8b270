import { type ReactNode, useState } from "react";
import type { JournalEntry } from "@/core/practice/journal";
import { Practised, practisedLabels } from "@/core/practice/kinds";
import { parse } from "@/core/refusals/refusals";
import { today } from "@/ui/dates";
import { dayTroubleIn, EntryFields, numbersIn, Refused, type Typed } from "./EntryFields";
import type { FeelingWay } from "./Felt";
import css from "./home.module.css";

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
	onSay: (part: Partial<Practised>) => string | null;
	onBack: () => void;
}) {
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
		const { answer: _, what: __, id: ___, ...body } = { ...entry, ...next, ...numbersIn(next) };
		const read = parse(Practised, body, practisedLabels);
		if (!read.ok) return setRefused(read.refusals.map(({ sentence }) => sentence));
		const wrong = dayTroubleIn(next.day, today()) ?? onSay(read.value);
		return setRefused(wrong ? [wrong] : []);
	};
	return (
		<main className={css.page}>
			<div className={css.form}>
				<h1 dir="auto">{entry.what}</h1>
				<p role="status" className={css.saved}>
					<b>
						{entry.good} of {entry.tries}
					</b>{" "}
					{counted ? "is saved. Say more, or go back." : "is saved. Changes are saved as you make them."}
				</p>
				{kept}
				<div className={css.acts}>
					<button type="button" className={css.main} onClick={onBack}>
						back to my drills
					</button>
				</div>
				<EntryFields typed={typed} check={check} way={way} answered={entry.answer !== null} onType={type} />
				<Refused sentences={refused} />
			</div>
		</main>
	);
}
