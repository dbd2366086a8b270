"use client";

import type { CalendarPageProps } from "@/server/readCalendar";
import { BenchPage } from "@/ui/BenchPage";
import Link from "@/ui/Link";
import { CalendarShare } from "./CalendarShare";
import css from "./calendar.module.css";
import { Series } from "./Series";
import { WeekRows } from "./WeekRows";

/** Two weeks of lessons, the series they come from, and other calendars. */
export function Calendar({ day, week, series, feeds, busy, travel, students }: CalendarPageProps) {
	return (
		<BenchPage wide margin={<CalendarShare feeds={feeds} busy={busy} travel={travel} />}>
			<div className={css.top}>
				<h1>Calendar</h1>
				<Link href="/plans">lesson plans</Link>
			</div>
			{week.length > 0 ? (
				<section aria-label="Two weeks">
					<WeekRows rows={week} day={day} />
				</section>
			) : (
				<p>No lessons in the next two weeks. Add one below. It can repeat, and you can move or cancel single dates.</p>
			)}
			<Series series={series} students={students} day={day} />
		</BenchPage>
	);
}
