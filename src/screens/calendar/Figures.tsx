import { useMemo } from "react";
import { freeTime, type TeachingHours } from "@/core/calendar/free";
import { sum } from "@/core/statistics/sums";
import { dayAfter, daysBetween } from "@/core/text/fields";
import type { CalendarSpan } from "@/server/readCalendar";
import { dayWords } from "@/ui/dates";
import { Lines } from "@/ui/Lines";
import css from "./calendar.module.css";

const HOUR = 60;
const hours = (minutes: number): string => `${Math.floor(minutes / HOUR)}:${String(minutes % HOUR).padStart(2, "0")} h`;

/** The days in sight in figures: lessons, their hours, how many have no plan, and what is free inside the teaching hours. */
export function Figures({
	span,
	hours: teaching,
	range,
	day,
}: {
	span: CalendarSpan;
	hours: TeachingHours;
	range: { from: string; to: string };
	day: string;
}) {
	const free = useMemo(() => {
		const from = range.from < day ? day : range.from;
		const days = Array.from({ length: Math.max(0, daysBetween(from, range.to) + 1) }, (_, i) => dayAfter(from, i));
		const held = span.rows.filter((one) => !one.cancelled);
		return freeTime(days, teaching, Intl.DateTimeFormat().resolvedOptions().timeZone, held, span.busy);
	}, [span, teaching, range, day]);
	const here = span.rows.filter((one) => one.day >= range.from && one.day <= range.to);
	const held = here.filter((one) => !one.cancelled);
	const off = here.length - held.length;
	const open = held.filter((one) => one.plan === null && one.day >= day).length;
	return (
		<section aria-label="These days in figures" className={css.part}>
			<h2>These days</h2>
			<Lines
				of={[
					["lessons", held.length],
					["teaching", hours(sum(held, ({ minutes }) => minutes))],
					["cancelled", off > 0 ? off : null],
					["without a plan", open],
					[`free, ${teaching.from} to ${teaching.to}`, hours(free.minutes)],
					["longest free", free.longest && `${dayWords(free.longest.day)}, ${free.longest.from} to ${free.longest.to}`],
				]}
			/>
		</section>
	);
}
