import { useState } from "react";
import type { PageMessageId } from "@/core/languages/english";
import type { JournalItem } from "@/core/practice/journal";
import { Practised } from "@/core/practice/kinds";
import { today } from "@/ui/dates";
import { dayTroubleIn, EntryFields, numbersIn, Refused, type Typed } from "./EntryFields";
import type { FeelingWay } from "./Felt";
import css from "./home.module.css";
import { checked } from "./refused";
import { useSpeech } from "./Speech";

/** A score that was not counted here, written down afterwards. All but the score may stay empty. */
export function EntryForm({
	of: { item, target },
	way,
	onBack,
	onKeep,
}: {
	of: JournalItem;
	way: FeelingWay;
	onBack: () => void;
	/** Answers why it is not taken; null where it is. */
	onKeep: (body: Practised) => PageMessageId | null;
}) {
	const now = today();
	const locale = useSpeech();
	const [typed, setTyped] = useState<Typed>({
		day: now,
		place: "",
		tries: String(item.dose),
		good: "",
		minutes: "",
		felt: null,
		check: null,
		remark: "",
	});
	const [refused, setRefused] = useState<string[]>([]);
	const keep = (event: React.FormEvent) => {
		event.preventDefault();
		const body = { ...typed, ...numbersIn(typed), item: item.id, target, dose: item.dose };
		const read = checked(Practised, body);
		if (!read.ok) return setRefused(read.messages.map((id) => locale.say(id)));
		const wrong = dayTroubleIn(read.value.day, now, locale);
		const why = wrong === null ? onKeep(read.value) : null;
		return setRefused([...(wrong ? [wrong] : []), ...(why ? [locale.say(why)] : [])]);
	};
	return (
		<main className={css.page}>
			<form onSubmit={keep} noValidate className={css.form}>
				<h1 dir="auto">{item.name}</h1>
				<EntryFields typed={typed} check={item.check} way={way} onType={(part) => setTyped({ ...typed, ...part })} />
				<Refused sentences={refused} />
				<div className={css.acts}>
					<button type="button" className={css.second} onClick={onBack}>
						{locale.say("entry.cancel")}
					</button>
					<button type="submit" className={css.main}>
						{locale.say("entry.save")}
					</button>
				</div>
			</form>
		</main>
	);
}
