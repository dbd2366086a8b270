import type { Locale } from "@/core/languages/locale";
import type { StudentAct } from "@/core/practice/acts";
import { feelings } from "@/core/practice/feelings";
import type { Journal, JournalEntry } from "@/core/practice/journal";
import { today } from "@/ui/dates";
import css from "./home.module.css";
import { useSpeech } from "./Speech";

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
	const locale = useSpeech();
	const { say, list } = locale;
	const { entries } = journal;
	const days = [...new Set(entries.map(({ day }) => day))];
	const notTaken = acts.filter(({ id, kind }) => kind === "done" && id in refused);
	return (
		<section aria-label={say("past.title")}>
			<h2>{say("past.title")}</h2>
			{entries.length === 0 && <p>{say("past.none")}</p>}
			{days.length > 0 && (
				<p>
					{say(days.length > SHOWN ? "past.days before" : "past.days", {
						days: list(days.slice(-SHOWN).map((day) => locale.day(day, today()))),
						n: days.length - SHOWN,
					})}
				</p>
			)}
			<ul className={css.past}>
				{entries
					.slice(-SHOWN)
					.reverse()
					.map((entry) => (
						<li key={entry.id}>
							<EntryWords entry={entry} isOwn={acts.some(({ id }) => id === entry.id)} />
							{isOnPage(entry) && (
								<>
									<button type="button" className={css.quiet} onClick={() => onChange(entry.entry)}>
										{say("past.change")}
										<span className="visually-hidden">: {named(entry, locale)}</span>
									</button>
									<button type="button" className={css.quiet} onClick={() => onBack(entry.entry)}>
										{say("past.undo")}
										<span className="visually-hidden">: {named(entry, locale)}</span>
									</button>
								</>
							)}
						</li>
					))}
			</ul>
			{unread.length > 0 && <p className={css.asks}>{say("past.unread", { n: unread.length })}</p>}
			{notTaken.map(({ id }) => (
				<p key={id} className={css.asks}>
					{say("past.refused", { why: refused[id] ?? "" })}
				</p>
			))}
		</section>
	);
}

/** Written on this page, here or on another phone: not told to the coach, and not from paper. */
const isOnPage = ({ by }: JournalEntry): boolean => by === undefined || by === "link" || by === "file";

const named = ({ good, tries, day }: JournalEntry, { say, day: dayWords }: Locale): string =>
	`${say("drill.score", { good, tries })}, ${dayWords(day, today())}`;

function EntryWords({ entry, isOwn }: { entry: JournalEntry; isOwn: boolean }) {
	const { day, what, good, tries, target, felt, place, remark, answer, check } = entry;
	const { say, day: dayWords } = useSpeech();
	const feeling = feelings.find((one) => one === felt);
	const more = [
		...(good >= target && target > 0 ? [say("past.target", { target })] : []),
		...(feeling === undefined ? [] : [say("past.felt", { feeling: say(`feeling.${feeling}`) })]),
		...(check === null ? [] : [say("past.check", { answer: say(check ? "entry.yes" : "entry.no") })]),
		...(place ? [place] : []),
		...(!isOwn && isOnPage(entry) ? [say("phones.other")] : []),
	];
	return (
		<span dir="auto">
			<b>{tries === 0 ? say("past.done") : say("drill.score", { good, tries })}</b>, {dayWords(day, today())}, {what}
			{more.length > 0 && <span className={css.mute}> {more.join(", ")}</span>}
			{remark && (
				<>
					<br />“{remark}”
				</>
			)}
			{answer && (
				<>
					<br />
					<b>{say("past.coach")}</b> {answer}
				</>
			)}
		</span>
	);
}
