"use client";

import type { CalendarRef } from "@fullcalendar/react";
import { useEffect, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import type { Booking } from "@/core/calendar/booking";
import { plural } from "@/core/text/lists";
import type { CalendarPageProps } from "@/server/readCalendar";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords, stretchWords } from "@/ui/dates";
import type { KeyHint } from "@/ui/Key";
import Link from "@/ui/Link";
import { late } from "@/ui/late";
import { Refusals } from "@/ui/Refusals";
import { useKeys } from "@/ui/useKeys";
import { BookingForm } from "./BookingForm";
import { CalendarShare } from "./CalendarShare";
import { Chosen } from "./Chosen";
import css from "./calendar.module.css";
import { Dates } from "./Dates";
import { Figures } from "./Figures";
import { Series } from "./Series";
import { type CalendarActs, useCalendar } from "./useCalendar";
import { keyOf, type Times, type View, viewNames, views } from "./view";
import { WeekRows } from "./WeekRows";

const Grid = late(
	() => import("./Grid").then(({ Grid: Component }) => Component),
	({ onAgain }) => (
		<p>
			The calendar did not load.{" "}
			<Button variant="link" onClick={onAgain}>
				try again
			</Button>
		</p>
	),
);

/** Seven days beside each other need so much. */
const ROOM = "(min-width: 700px)";

/** The week or month as a grid or as a list, what is chosen in it beside it, the series below, and other calendars. */
export function Calendar(page: CalendarPageProps) {
	const { day, week, series, students } = page;
	const acts = useCalendar(page.span);
	const grid = useRef<CalendarRef>(null);
	const [narrow, setNarrow] = useState<boolean | null>(null);
	useEffect(() => setNarrow(!window.matchMedia(ROOM).matches), []);
	const [view, setView] = useState<View>("week");
	const [range, setRange] = useState<{ from: string; to: string } | null>(null);
	const [open, setOpen] = useState<{ chosen: string } | { put: Partial<Booking> } | null>(null);
	const place = useInSight(open);
	const chosen = open && "chosen" in open ? open.chosen : null;
	const row = acts.span.rows.find((one) => keyOf(one) === chosen);
	const turn = (to: "prev" | "next" | "today") => grid.current?.getApi()[to]();
	const show = (next: View) => {
		setView(next);
		if (next !== "list" && narrow !== null) grid.current?.getApi().changeView(viewNames(next, narrow));
	};
	const put = (what: Partial<Booking>) => setOpen({ put: what });
	useKeys({
		n: () => put({}),
		"[": () => turn("prev"),
		"]": () => turn("next"),
		t: () => turn("today"),
		w: () => show("week"),
		m: () => show("month"),
		l: () => show("list"),
		Escape: () => setOpen(null),
	});
	const close = () => setOpen(null);
	const panel = (
		<>
			{row && <Chosen key={chosen} row={row} page={page} acts={acts} onDone={close} />}
			{open && "put" in open && <NewLesson begin={open.put} page={page} acts={acts} onDone={close} />}
		</>
	);
	return (
		<BenchPage
			wide
			keys={calendarKeys}
			margin={
				<>
					{narrow === false && panel}
					{range && <Figures span={acts.span} hours={page.hours} range={range} day={day} />}
					<CalendarShare {...page} />
				</>
			}
		>
			<Head range={range} view={view} onView={show} onTurn={turn} onNew={() => put({})} />
			<LastChange acts={acts} />
			<div hidden={view === "list"} onTouchStart={swiped(turn)}>
				<div className={css.gridPlace}>
					{narrow !== null && view !== "list" && (
						<Grid
							ref={grid}
							span={acts.span}
							occasions={page.occasions}
							travel={page.travel}
							hours={page.hours}
							look={{ view, narrow, chosen }}
							does={{
								range: (from, to) => {
									setRange({ from, to });
									acts.show(from, to);
								},
								choose: (key) => setOpen({ chosen: key }),
								put: (times) => put({ ...times, repeats: "once" }),
								move: (key, to) => moveOn(acts, key, to, day),
							}}
						/>
					)}
				</div>
			</div>
			{/* On a phone it opens under the grid, in sight. */}
			{narrow && <div ref={place}>{panel}</div>}
			{view === "list" && <TwoWeeks week={week} day={day} />}
			<Dates occasions={page.occasions} students={students} day={day} />
			<Series series={series} students={students} day={day} />
		</BenchPage>
	);
}

/** What is opened below the grid, on a phone, is scrolled to once. */
function useInSight(open: object | null) {
	const place = useRef<HTMLDivElement>(null);
	useEffect(() => {
		if (open) place.current?.scrollIntoView({ block: "nearest" });
	}, [open]);
	return place;
}

/** The keys of the page, none of them a letter of its fields. */
const calendarKeys: readonly KeyHint[] = [
	{ keys: ["n"], does: "new lesson" },
	{ keys: ["[", "]"], does: "earlier, later" },
	{ keys: ["w", "m", "l"], does: "week, month, list" },
	{ keys: ["↑", "↓", "←", "→"], does: "move the chosen lesson" },
	{ keys: ["Shift ↑", "Shift ↓"], does: "make the chosen lesson longer or shorter" },
];

const SWIPE = 60;

/** A finger drawn sideways turns the calendar; one drawn up or down scrolls. */
const swiped =
	(turn: (to: "prev" | "next") => void) =>
	({ currentTarget, touches }: React.TouchEvent<HTMLElement>) => {
		const from = touches[0];
		if (!from) return;
		const end = ({ changedTouches }: TouchEvent) => {
			const to = changedTouches[0];
			if (!to) return;
			const [across, along] = [to.clientX - from.clientX, to.clientY - from.clientY];
			if (Math.abs(across) > SWIPE && Math.abs(across) > 2 * Math.abs(along)) turn(across < 0 ? "next" : "prev");
		};
		currentTarget.addEventListener("touchend", end, { once: true });
	};

/** One lesson of the grid to another place in it; its series stays, and is offered to follow. */
function moveOn(acts: CalendarActs, key: string, to: Times, today: string): Promise<boolean> {
	const row = acts.span.rows.find((one) => keyOf(one) === key);
	if (!row) return Promise.resolve(false);
	const words = `${row.who}: ${dayWords(to.day, today)}, ${to.time}, ${plural(to.minutes, "minute")}.`;
	return acts.change(row.booking, row.on, { ...to }, words, row.repeats !== "once");
}

function Head({
	range,
	view,
	onView,
	onTurn,
	onNew,
}: {
	range: { from: string; to: string } | null;
	view: View;
	onView: (view: View) => void;
	onTurn: (to: "prev" | "next" | "today") => void;
	onNew: () => void;
}) {
	return (
		<div className={css.top}>
			<h1 className={view === "list" ? "" : "visually-hidden"}>Calendar</h1>
			{view !== "list" && (
				<span className={css.turn}>
					<b className={css.range} aria-live="polite">
						{range && stretchWords(range.from, range.to)}
					</b>
					<Button variant="outline-primary" size="sm" aria-label="show earlier days" onClick={() => onTurn("prev")}>
						‹
					</Button>
					<Button variant="outline-primary" size="sm" onClick={() => onTurn("today")}>
						today
					</Button>
					<Button variant="outline-primary" size="sm" aria-label="show later days" onClick={() => onTurn("next")}>
						›
					</Button>
				</span>
			)}
			<span className={css.turn}>
				{views.map((one) => (
					<button key={one} type="button" className={css.view} aria-pressed={view === one} onClick={() => onView(one)}>
						{one}
					</button>
				))}
			</span>
			<span className={css.turn}>
				<Button size="sm" onClick={onNew}>
					add a lesson
				</Button>
				<Link href="/calendar/plans">plan the week</Link>
				<Link href="/plans">lesson plans</Link>
				<Link href="/calendar/month">month in figures</Link>
			</span>
		</div>
	);
}

/** What was changed last, with its undo; of a series, the same for all that follow. Its place is kept. */
const LastChange = ({ acts: { done, undo, further, refused } }: { acts: CalendarActs }) => (
	<div className={css.changed} role="status">
		{done && (
			<>
				<span dir="auto">{done.words}</span>
				<Button variant="link" size="sm" onClick={() => void undo()}>
					undo
				</Button>
				{done.further && (
					<Button variant="link" size="sm" onClick={() => void further()}>
						change all lessons from here on
					</Button>
				)}
			</>
		)}
		<Refusals refusals={refused} />
	</div>
);

const NewLesson = ({
	begin,
	page: { students, day },
	acts,
	onDone,
}: {
	begin: Partial<Booking>;
	page: CalendarPageProps;
	acts: CalendarActs;
	onDone: () => void;
}) => (
	<section aria-label="A new lesson" className={css.chosen}>
		<h2>A new lesson</h2>
		<BookingForm
			key={JSON.stringify(begin)}
			one={null}
			begin={begin}
			students={students}
			day={day}
			onDone={() => {
				onDone();
				void acts.again();
			}}
		/>
	</section>
);

const TwoWeeks = ({ week, day }: Pick<CalendarPageProps, "week" | "day">) =>
	week.length > 0 ? (
		<section aria-label="Two weeks">
			<WeekRows rows={week} day={day} />
		</section>
	) : (
		<p>No lessons in the next two weeks. Add one. It can repeat, and you can move or cancel single dates.</p>
	);
