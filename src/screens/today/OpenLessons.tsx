"use client";

import Button from "react-bootstrap/Button";
import { plural } from "@/core/text/lists";
import type { TodayProps } from "@/server/readToday";
import { fromToday } from "@/ui/dates";
import Link from "@/ui/Link";
import { useRecord } from "@/ui/useRecord";
import { useReversible } from "@/ui/useReversible";
import { useStaying } from "@/ui/useStaying";
import css from "./today.module.css";

type Open = TodayProps["open"][number];
type Props = Pick<TodayProps, "day" | "open"> & { studio: string };

/** More than these fold into one line: what is next stays in sight. */
const IN_SIGHT = 2;

/** Lessons that were begun and not closed, the latest first. One that is let go of stays until the page is left. */
export function OpenLessons({ studio, day, open }: Props) {
	const { lines, stay } = useStaying(open, ({ lesson }) => lesson);
	const [first, rest] = [lines.slice(0, IN_SIGHT), lines.slice(IN_SIGHT)];
	const line = (one: Open) => (
		<OpenLesson key={one.lesson} studio={studio} day={day} lesson={one} onPress={() => stay(one)} />
	);
	return (
		<>
			{first.map(line)}
			{rest.length > 0 && (
				<details className={css.folded}>
					<summary>
						{plural(rest.length, "more lesson")} {rest.length === 1 ? "is" : "are"} unfinished
					</summary>
					{rest.map(line)}
				</details>
			)}
		</>
	);
}

function OpenLesson({
	studio,
	day,
	lesson: { lesson, names, tries, day: begun, letGo },
	onPress,
}: {
	studio: string;
	day: string;
	lesson: Open;
	/** Before the page is asked for anew. */
	onPress: () => void;
}) {
	const { note, write } = useRecord(studio);
	const { done, press, takeBack } = useReversible(write, onPress);
	return (
		<div className={done ? `${css.waiting} ${css.let}` : css.waiting}>
			<span>
				{done ? <b role="status">Discarded</b> : <b className="asks">Unfinished lesson</b>}
				<br />
				<span dir="auto">{names}</span>, {tries === 0 ? "no tries yet" : plural(tries, "try")}, {fromToday(begun, day)}
				{note && <small className="mute"> {note}</small>}
			</span>
			<span className="d-flex gap-2">
				{!done && (
					<Link className="btn btn-primary" href={`/live?lesson=${lesson}`}>
						continue lesson
					</Link>
				)}
				{letGo ? (
					<Button
						variant={done ? "link" : "outline-primary"}
						aria-label={done ? `undo: ${names}` : `discard: ${names}`}
						onClick={done ? takeBack : () => press(letGo)}
					>
						{done ? "undo" : "discard"}
					</Button>
				) : (
					<Link className="btn btn-outline-primary" href={`/wrap?lesson=${lesson}`}>
						wrap up
					</Link>
				)}
			</span>
		</div>
	);
}
