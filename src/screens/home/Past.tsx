import type { StudentAct } from "@/core/practice/acts";
import { feelingNames } from "@/core/practice/feelings";
import type { Journal, JournalEntry } from "@/core/practice/journal";
import { plural } from "@/core/text/lists";
import { dayWords } from "@/ui/dates";
import css from "./home.module.css";

const SHOWN = 12;

/** What was done, the latest first, with the coach's words; and the days of it, as a row of dates. */
export function Past({
	journal,
	acts,
	unread,
	refused,
	onBack,
	onChange,
}: {
	journal: Journal;
	acts: readonly StudentAct[];
	/** What this version of the page cannot read of what was written here. */
	unread: readonly unknown[];
	refused: Record<string, string>;
	onBack: (entry: string) => void;
	onChange: (entry: string) => void;
}) {
	const { entries } = journal;
	const days = [...new Set(entries.map(({ day }) => day))];
	const notTaken = acts.filter(({ id, kind }) => kind === "done" && id in refused);
	return (
		<section aria-label="What you did">
			<h2>What you did</h2>
			{entries.length === 0 && <p>No entries yet.</p>}
			{days.length > 0 && (
				<p>
					You practised on{" "}
					{days
						.slice(-SHOWN)
						.map((day) => dayWords(day))
						.join(", ")}
					{days.length > SHOWN && ` and ${days.length - SHOWN} days before`}.
				</p>
			)}
			<ul className={css.past}>
				{entries
					.slice(-SHOWN)
					.reverse()
					.map((entry) => (
						<li key={entry.id}>
							<EntryWords entry={entry} />
							{acts.some(({ id }) => id === entry.id) && (
								<>
									<button type="button" className={css.quiet} onClick={() => onChange(entry.entry)}>
										change
										<span className="visually-hidden">: {named(entry)}</span>
									</button>
									<button type="button" className={css.quiet} onClick={() => onBack(entry.entry)}>
										undo
										<span className="visually-hidden">: {named(entry)}</span>
									</button>
								</>
							)}
						</li>
					))}
			</ul>
			{unread.length > 0 && (
				<p className={css.asks}>
					{plural(unread.length, "entry")} on this phone cannot be shown here. Nothing is lost: your coach gets all of
					it when you send it below.
				</p>
			)}
			{notTaken.map(({ id }) => (
				<p key={id} className={css.asks}>
					One entry was not accepted: {refused[id]}
				</p>
			))}
		</section>
	);
}

const named = ({ good, tries, day }: JournalEntry): string => `${good} of ${tries}, ${dayWords(day)}`;

function EntryWords({ entry }: { entry: JournalEntry }) {
	const { day, what, good, tries, target, felt, place, remark, answer, check } = entry;
	const more = [
		...(good >= target && target > 0 ? [`target of ${target} reached`] : []),
		...(felt === null ? [] : [`felt ${feelingNames[felt - 1]}`]),
		...(check === null ? [] : [`check: ${check ? "yes" : "no"}`]),
		...(place ? [place] : []),
	];
	return (
		<span dir="auto">
			<b>{tries === 0 ? "done" : `${good} of ${tries}`}</b>, {dayWords(day)}, {what}
			{more.length > 0 && <span className={css.mute}> {more.join(", ")}</span>}
			{remark && (
				<>
					<br />“{remark}”
				</>
			)}
			{answer && (
				<>
					<br />
					<b>Your coach:</b> {answer}
				</>
			)}
		</span>
	);
}
