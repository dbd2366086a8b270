"use client";

import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import { newsLines } from "@/core/practice/news";
import { list, plural } from "@/core/text/lists";
import { usePlanLesson } from "@/screens/calendar/usePlanLesson";
import type { TodayProps, TodayStudent } from "@/server/readToday";
import { dayWords, fromToday } from "@/ui/dates";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import css from "./today.module.css";

type Lesson = NonNullable<TodayStudent["lesson"]>;

/** Whose lesson is next: the hour first, who, where and with whom, what they want and what was promised. */
export function Next({
	next: { id, name, next, lesson, wish, home },
	day,
	promises,
}: {
	next: TodayStudent;
	day: string;
	promises: TodayProps["keeping"]["promises"];
}) {
	const promised = promises.filter(({ student }) => student === id);
	return (
		<>
			<p className={css.when}>
				{lesson ? (
					<WhenBooked lesson={lesson} day={day} />
				) : next ? (
					`Next lesson: ${fromToday(next, day)}, ${dayWords(next, day)}`
				) : (
					"no day set"
				)}
			</p>
			<p className={css.who}>
				<Link href={`/students/${id}`} dir="auto">
					{name}
				</Link>
			</p>
			{lesson && <Where lesson={lesson} />}
			{wish && (
				<p className="m-0" dir="auto">
					Wish: <b>{wish}</b>
				</p>
			)}
			{promised.map((one) => (
				<p key={one.id} className="m-0" dir="auto">
					Promised: <b>{one.text}</b>
				</p>
			))}
			{home && <FromHome {...home} day={day} />}
		</>
	);
}

/** What came from home since the last lesson, with the way to its page. */
const FromHome = ({ page, news, day }: NonNullable<TodayStudent["home"]> & { day: string }) => (
	<div>
		<Link href={`/practice/${page}`}>From home</Link>
		{newsLines(news, (on) => dayWords(on, day)).map((line) => (
			<p key={line} className="m-0" dir="auto">
				{line}
			</p>
		))}
	</div>
);

const HOUR_MINUTES = 60;
/** From here on nobody reckons in minutes. */
const LONG_HOURS = 2;
/** Further off, the hour alone says enough. */
const FAR_HOURS = 4;
const MINUTE_MS = 60_000;
const AGAIN_MS = 20_000;
const relative = new Intl.RelativeTimeFormat("en", { numeric: "always" });

/** Minutes to a moment by this device's clock, less than nothing once it is past; null before the page is the browser's. */
function useMinutesTo(at: number): number | null {
	const [minutes, setMinutes] = useState<number | null>(null);
	useEffect(() => {
		const look = () => setMinutes(Math.round((at - Date.now()) / MINUTE_MS));
		look();
		const timer = setInterval(look, AGAIN_MS);
		return () => clearInterval(timer);
	}, [at]);
	return minutes;
}

/** "in 35 minutes", "2 hours ago", "now". */
function soonWords(minutes: number): string {
	const hours = Math.round(minutes / HOUR_MINUTES);
	if (minutes === 0) return "now";
	return Math.abs(hours) >= LONG_HOURS ? relative.format(hours, "hour") : relative.format(minutes, "minute");
}

/** When a lesson of the calendar begins; once its time is over, that it was not held yet. */
export function WhenBooked({ lesson, day }: { lesson: Pick<Lesson, "at" | "day" | "time" | "minutes">; day: string }) {
	const minutes = useMinutesTo(lesson.at);
	const isOver = minutes !== null && minutes < -lesson.minutes;
	return (
		<>
			{isOver ? "Not held yet" : "Next lesson"}: <b>{lesson.time}</b> {fromToday(lesson.day, day)}
			{lesson.day !== day && `, ${dayWords(lesson.day, day)}`}
			{minutes !== null && Math.abs(minutes) <= FAR_HOURS * HOUR_MINUTES && (
				<b className={css.soon}>{soonWords(minutes)}</b>
			)}
		</>
	);
}

/** How long, where, with whom, and the way to its plan. */
function Where({ lesson }: { lesson: Lesson }) {
	const { plan, busy, refused } = usePlanLesson(lesson);
	return (
		<div className={css.where}>
			<span dir="auto">
				{[plural(lesson.minutes, "minute"), lesson.place, lesson.beside.length > 0 && `with ${list(lesson.beside)}`]
					.filter(Boolean)
					.join(" · ")}
			</span>
			{lesson.plan ? (
				<Link href={`/plans/${lesson.plan}`}>open the plan</Link>
			) : (
				<Button variant="link" disabled={busy} onClick={() => void plan()}>
					plan the lesson
				</Button>
			)}
			{lesson.clash && <b className="asks">{lesson.clash}</b>}
			<Refusals refusals={refused} />
		</div>
	);
}
