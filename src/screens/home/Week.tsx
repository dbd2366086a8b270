import { daysAsked } from "@/core/practice/askedOn";
import { type Journal, sumOf } from "@/core/practice/journal";
import type { PageData } from "@/core/practice/pageData";
import { dayAfter } from "@/core/text/fields";
import css from "./home.module.css";
import { useSpeech } from "./Speech";

const DAYS = 7;

/** The last seven days in three numbers. Nothing is said before the first entry. */
export function Week({ data, journal, day }: { data: PageData; journal: Journal; day: string }) {
	const { say } = useSpeech();
	const from = dayAfter(day, 1 - DAYS);
	const { days, tries, good } = sumOf(journal.entries.filter((entry) => entry.day >= from && entry.day <= day));
	if (journal.entries.length === 0) return null;
	const asked = daysAsked(data, from, day, journal.away);
	return (
		<dl className={css.week} aria-label={say("week.label")}>
			<div>
				<dt>{asked > days ? say("week.of days", { n: asked }) : say("week.days", { n: days })}</dt>
				<dd>{days}</dd>
			</div>
			<div>
				<dt>{say("week.tries", { n: tries })}</dt>
				<dd>{tries}</dd>
			</div>
			<div>
				<dt>{say("week.good")}</dt>
				<dd>{good}</dd>
			</div>
		</dl>
	);
}
