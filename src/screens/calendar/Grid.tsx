import Calendar, {
	type CalendarOptions,
	type CalendarRef,
	type EventDropInfo,
	type EventInput,
} from "@fullcalendar/react";
import dayGrid from "@fullcalendar/react/daygrid";
import interaction from "@fullcalendar/react/interaction";
import timeGrid from "@fullcalendar/react/timegrid";
import "@fullcalendar/react/skeleton.css";
import { type KeyboardEvent, type Ref, useEffect, useRef } from "react";
import { waysBetween } from "@/core/calendar/clashes";
import type { TeachingHours } from "@/core/calendar/free";
import { clockAt } from "@/core/calendar/zoned";
import { dayAfter } from "@/core/text/fields";
import type { CalendarSpan, DatedFor, WeekRow } from "@/server/readCalendar";
import { dayWords } from "@/ui/dates";
import css from "./grid.module.css";
import { keyOf, type Times, type View, viewNames } from "./view";

interface Props {
	span: Pick<CalendarSpan, "rows" | "busy">;
	occasions: readonly DatedFor[];
	/** Minutes from one place to another. */
	travel: number;
	hours: TeachingHours;
	/** What is shown, on how many days beside each other, and the lesson that is open. */
	look: { view: Exclude<View, "list">; narrow: boolean; chosen: string | null };
	does: {
		range: (from: string, to: string) => void;
		choose: (key: string) => void;
		/** A press or a drag on a gap. */
		put: (times: Partial<Times>) => void;
		/** Dropped, lengthened or nudged; answers whether the server took it. */
		move: (key: string, to: Times) => Promise<boolean>;
	};
	ref: Ref<CalendarRef>;
}

const MINUTE_MS = 60_000;
const STEP = 15;
const DAY = 24 * 60;
const USUAL_MINUTES = 45;

/** Times stand on the grid as their own clock has them: the grid's zone is UTC, and nothing in it is a moment. */
const wall = (date: Date) => ({ day: date.toISOString().slice(0, 10), time: date.toISOString().slice(11, 16) });
const between = (from: Date, to: Date) => Math.round((to.getTime() - from.getTime()) / MINUTE_MS);
const hereAt = (moment: number) => {
	const { day, time } = clockAt(moment, Intl.DateTimeFormat().resolvedOptions().timeZone);
	return `${day}T${time}:00Z`;
};

/** An hour more at each end, so that a lesson can be put before the first and after the last. */
function shownHours({ from, to }: TeachingHours): { slotMinTime: string; slotMaxTime: string } {
	const [first, last] = [Number(from.slice(0, 2)) - 1, Number(to.slice(0, 2)) + 2];
	const hour = (n: number) => `${String(Math.min(24, Math.max(0, n))).padStart(2, "0")}:00:00`;
	return { slotMinTime: hour(first), slotMaxTime: hour(last) };
}

/** What is the same in every view: our classes, and how days, hours and touches are taken. */
const always: CalendarOptions = {
	plugins: [timeGrid, dayGrid, interaction],
	views: { timeGridThree: { type: "timeGrid", duration: { days: 3 } } },
	headerToolbar: false,
	timeZone: "UTC",
	now: () => hereAt(Date.now()),
	nowIndicator: true,
	firstDay: 1,
	locale: "en-gb",
	allDayText: "dates",
	height: "auto",
	slotDuration: "00:30:00",
	snapDuration: "00:15:00",
	slotHeaderInterval: "01:00:00",
	slotHeaderFormat: { hour: "2-digit", minute: "2-digit", hour12: false },
	dayMaxEvents: 4,
	slotMinHeight: 40,
	eventInteractive: true,
	editable: true,
	selectable: true,
	selectMinDistance: 8,
	longPressDelay: 400,
	viewClass: css.view ?? "",
	tableClass: css.table ?? "",
	tableHeaderClass: css.head ?? "",
	dayHeaderClass: ({ isToday }) => `${css.dayHead} ${isToday ? css.today : ""}`,
	dayHeaderInnerClass: css.dayName ?? "",
	dayRowClass: css.week ?? "",
	dayLaneClass: css.lane ?? "",
	dayCellClass: ({ isToday }) => `${css.cell} ${isToday ? css.today : ""}`,
	dayCellTopClass: css.cellTop ?? "",
	slotLaneClass: css.slot ?? "",
	slotHeaderClass: css.hour ?? "",
	highlightClass: css.highlight ?? "",
	nowIndicatorLineClass: css.now ?? "",
	backgroundEventClass: css.busy ?? "",
	rowMoreLinkClass: css.more ?? "",
};

/** What a lesson says on the grid: who, where, and what became of it. */
const LessonWords = ({ row, short }: { row: WeekRow; short: boolean }) => (
	<span className={`${css.words} ${row.cancelled ? css.off : ""}`} dir="auto">
		{short && `${row.time} `}
		<b>{row.who}</b>
		{!short && <span>{row.reason || row.place}</span>}
	</span>
);

const eventsOf = (
	{ span: { rows, busy }, occasions, travel }: Pick<Props, "span" | "occasions" | "travel">,
	chosen: string | null,
): EventInput[] => [
	...rows.map((row) => ({
		id: keyOf(row),
		title: row.who,
		start: `${row.day}T${row.time}:00Z`,
		end: new Date(Date.parse(`${row.day}T${row.time}:00Z`) + row.minutes * MINUTE_MS).toISOString(),
		editable: !row.cancelled,
		className: [
			css.lesson,
			row.plan ? css.planned : "",
			row.clash ? css.clash : "",
			keyOf(row) === chosen ? css.chosen : "",
		].join(" "),
	})),
	...busy.map(({ from, to, what }, i) => ({
		id: `busy ${i}`,
		title: what,
		start: hereAt(from),
		end: hereAt(to),
		display: "background",
	})),
	...waysBetween(
		rows.filter(({ cancelled }) => !cancelled),
		travel,
	).map(({ from, to, place }) => ({
		id: `way ${from}`,
		title: `to ${place}`,
		start: hereAt(from),
		end: hereAt(to),
		display: "background",
		className: css.way ?? "",
	})),
	...occasions.map(({ id, occasion }) => ({
		id: `date ${id}`,
		title: occasion.name,
		start: occasion.day,
		end: dayAfter(occasion.until ?? occasion.day, 1),
		allDay: true,
		editable: false,
		interactive: false,
		className: css.date ?? "",
	})),
];

const name = (element: Element, row: WeekRow) =>
	element.setAttribute(
		"aria-label",
		`${row.who}, ${dayWords(row.day)}, ${row.time}${row.cancelled ? ", cancelled" : ""}${row.reason && `, ${row.reason}`}`,
	);

/** How a lesson is drawn, and what it is called for whoever does not see it. */
const drawn = (byKey: ReadonlyMap<string, WeekRow>, view: View): CalendarOptions => ({
	eventContent: ({ event }) => {
		const row = byKey.get(event.id);
		if (!row) return <span className={css.words}>{event.title}</span>;
		return <LessonWords row={row} short={view === "month"} />;
	},
	eventDidMount: ({ event, el }) => {
		const row = byKey.get(event.id);
		if (!row) return;
		el.dataset.lesson = event.id;
		name(el, row);
	},
});

/** The arrows on a lesson: a quarter of an hour, a day, or with Shift its length. */
function nudged(row: WeekRow, { key, shiftKey }: KeyboardEvent): Times | null {
	const steps = { ArrowUp: -STEP, ArrowDown: STEP, ArrowLeft: -DAY, ArrowRight: DAY }[key];
	if (steps === undefined || row.cancelled) return null;
	if (!shiftKey) {
		const to = wall(new Date(Date.parse(`${row.day}T${row.time}:00Z`) + steps * MINUTE_MS));
		return { ...to, minutes: row.minutes };
	}
	const minutes = row.minutes + steps;
	return Math.abs(steps) < DAY && minutes >= STEP ? { day: row.day, time: row.time, minutes } : null;
}

/**
 * Lessons on days and hours. By keys: arrows on a lesson move it a quarter of an hour or a day, with Shift they lengthen
 * it. Drawn by a calendar component without a theme of its own; all that is seen of it is ours.
 */
export function Grid({ span, occasions, travel, hours, look: { view, narrow, chosen }, does, ref }: Props) {
	const { rows } = span;
	const frame = useRef<HTMLDivElement>(null);
	const focused = useRef<string | null>(null);
	const byKey = new Map(rows.map((row) => [keyOf(row), row]));
	useEffect(() => {
		const drawnFor = new Map(rows.map((row) => [keyOf(row), row]));
		for (const one of frame.current?.querySelectorAll<HTMLElement>("[data-lesson]") ?? []) {
			const row = drawnFor.get(one.dataset.lesson ?? "");
			if (row) name(one, row);
			// A lesson that was nudged is drawn anew where it went: the keys stay on it.
			if (row && one.dataset.lesson === focused.current) one.focus();
		}
	}, [rows]);
	const nudge = (event: KeyboardEvent<HTMLDivElement>) => {
		const key = (event.target as HTMLElement).closest<HTMLElement>("[data-lesson]")?.dataset.lesson;
		const row = key ? byKey.get(key) : undefined;
		const to = row && nudged(row, event);
		if (!key || !to) return;
		event.preventDefault();
		focused.current = key;
		void does.move(key, to);
	};
	const moved = async ({ event, revert }: Pick<EventDropInfo, "event" | "revert">) => {
		if (!event.start || !event.end) return revert();
		const taken = await does.move(event.id, { ...wall(event.start), minutes: between(event.start, event.end) });
		if (!taken) revert();
	};
	return (
		// biome-ignore lint/a11y/noStaticElementInteractions: the keys are those of the lessons in it, each of which is a button
		<div ref={frame} className={css.frame} onKeyDown={nudge}>
			<Calendar
				ref={ref}
				{...always}
				initialView={viewNames(view, narrow)}
				dayHeaderFormat={view === "month" ? { weekday: "short" } : { weekday: "short", day: "numeric" }}
				{...shownHours(hours)}
				events={eventsOf({ span, occasions, travel }, chosen)}
				allDaySlot={occasions.length > 0}
				{...drawn(byKey, view)}
				eventClick={({ event }) => {
					if (!byKey.has(event.id)) return;
					focused.current = event.id;
					does.choose(event.id);
				}}
				dateClick={({ date, allDay }) =>
					does.put(allDay ? { day: wall(date).day } : { ...wall(date), minutes: USUAL_MINUTES })
				}
				select={({ start, end, allDay }) =>
					does.put(allDay ? { day: wall(start).day } : { ...wall(start), minutes: between(start, end) })
				}
				eventDrop={moved}
				eventResize={moved}
				datesSet={({ start, end }) => does.range(wall(start).day, wall(new Date(end.getTime() - MINUTE_MS)).day)}
			/>
		</div>
	);
}
