import { daysAsked } from "@/core/practice/assignment";
import { type Journal, sumOf } from "@/core/practice/journal";
import type { PageData } from "@/core/practice/pageData";
import { dayAfter } from "@/core/text/fields";
import { plural } from "@/core/text/lists";
import css from "./home.module.css";

const DAYS = 7;

/** The last seven days in three numbers. Nothing is said before the first entry. */
export function Week({ data, journal, day }: { data: PageData; journal: Journal; day: string }) {
	const from = dayAfter(day, 1 - DAYS);
	const { days, tries, good } = sumOf(journal.entries.filter((entry) => entry.day >= from && entry.day <= day));
	if (journal.entries.length === 0) return null;
	const asked = daysAsked(data, from, day);
	return (
		<dl className={css.week} aria-label="The last seven days">
			<div>
				<dt>{asked > days ? `of ${plural(asked, "day")}` : days === 1 ? "day" : "days"}</dt>
				<dd>{days}</dd>
			</div>
			<div>
				<dt>{tries === 1 ? "try" : "tries"}</dt>
				<dd>{tries}</dd>
			</div>
			<div>
				<dt>good</dt>
				<dd>{good}</dd>
			</div>
		</dl>
	);
}
