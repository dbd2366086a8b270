"use client";

import Button from "react-bootstrap/Button";
import { plural } from "@/core/text/lists";
import type { TodayProps } from "@/server/readToday";
import { fromToday } from "@/ui/dates";
import Link from "@/ui/Link";
import { useRecord } from "@/ui/useRecord";
import css from "./today.module.css";

type Open = TodayProps["open"][number];

/** More than these fold into one line: what is next stays in sight. */
const IN_SIGHT = 2;

/** Lessons that were begun and not closed, the latest first. */
export function OpenLessons({ studio, day, open }: Pick<TodayProps, "day" | "open"> & { studio: string }) {
	const [first, rest] = [open.slice(0, IN_SIGHT), open.slice(IN_SIGHT)];
	const line = (lesson: Open) => <OpenLesson key={lesson.lesson} studio={studio} day={day} lesson={lesson} />;
	return (
		<>
			{first.map(line)}
			{rest.length > 0 && (
				<details className={css.folded}>
					<summary>
						{plural(rest.length, "more lesson")} {rest.length === 1 ? "is" : "are"} open
					</summary>
					{rest.map(line)}
				</details>
			)}
		</>
	);
}

function OpenLesson({ studio, day, lesson }: { studio: string; day: string; lesson: Open }) {
	const { note, write } = useRecord(studio);
	return (
		<p className={css.waiting}>
			<span>
				<b className="asks">A lesson is open</b>
				<br />
				<span dir="auto">{lesson.names}</span>,{" "}
				{lesson.tries === 0 ? "no try yet" : plural(lesson.tries, "try", "tries")}, {fromToday(lesson.day, day)}
				{note && <small className="mute"> {note}</small>}
			</span>
			<span className="d-flex gap-2">
				<Link className="btn btn-primary" href={`/live?lesson=${lesson.lesson}`}>
					go back in
				</Link>
				{lesson.letGo ? (
					<Button
						variant="outline-primary"
						aria-label={`let it go: ${lesson.names}`}
						onClick={() => lesson.letGo && void write(...lesson.letGo)}
					>
						let it go
					</Button>
				) : (
					<Link className="btn btn-outline-primary" href={`/wrap?lesson=${lesson.lesson}`}>
						wrap up
					</Link>
				)}
			</span>
		</p>
	);
}
