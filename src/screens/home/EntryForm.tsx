import { useState } from "react";
import type { JournalItem } from "@/core/practice/journal";
import { Practised, practisedLabels } from "@/core/practice/kinds";
import { parse } from "@/core/refusals/refusals";
import { today } from "@/ui/dates";
import { dayTroubleIn, EntryFields, numbersIn, Refused, type Typed } from "./EntryFields";
import type { FeelingWay } from "./Felt";
import css from "./home.module.css";

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
	onKeep: (body: Practised) => string | null;
}) {
	const now = today();
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
		const read = parse(Practised, body, practisedLabels);
		if (!read.ok) return setRefused(read.refusals.map(({ sentence }) => sentence));
		const wrong = dayTroubleIn(read.value.day, now) ?? onKeep(read.value);
		return setRefused(wrong ? [wrong] : []);
	};
	return (
		<main className={css.page}>
			<form onSubmit={keep} noValidate className={css.form}>
				<h1 dir="auto">{item.name}</h1>
				<EntryFields typed={typed} check={item.check} way={way} onType={(part) => setTyped({ ...typed, ...part })} />
				<Refused sentences={refused} />
				<div className={css.acts}>
					<button type="button" className={css.second} onClick={onBack}>
						back
					</button>
					<button type="submit" className={css.main}>
						save entry
					</button>
				</div>
			</form>
		</main>
	);
}
