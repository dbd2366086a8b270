"use client";

import { openedAs } from "@/core/commands/begin";
import { cutText } from "@/core/text/fields";
import { useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";
import { OneLine } from "./OneLine";

const usual = [30, 45, 60];
const efforts = [2, 4, 6, 8, 10];

/** What this lesson is to be: how long, what the student wants of it, how hard. All of it may be left as it is. */
export function LessonDrawer() {
	const { lesson, view, pack, close } = useLive();
	const { opened } = view;
	if (!opened) return null;
	const { minutes, wish, effort } = opened.body;
	const them = pack.students.find(({ id }) => id === opened.student);
	const change = (to: Parameters<typeof openedAs>[1]) => lesson.write(openedAs(lesson.snapshot().view, to));
	const lasts = [...new Set([...usual, ...(them?.last?.minutes ? [them.last.minutes] : [])])].sort((a, b) => a - b);
	const offered = [...new Set([them?.last?.wish, them?.student.wish])].filter(
		(one): one is string => Boolean(one) && one !== wish,
	);
	return (
		<Drawer title="This lesson">
			<Choices>
				{lasts.map((n) => (
					<Choice
						key={n}
						aria-pressed={minutes === n}
						small={n === them?.last?.minutes ? "as last time" : undefined}
						onClick={() => change({ minutes: n })}
					>
						{n} minutes
					</Choice>
				))}
			</Choices>
			<h2>
				Their wish for today{wish && ":"} <span dir="auto">{wish}</span>
			</h2>
			{offered.map((one) => (
				<Choice key={one} small="said before" onClick={() => change({ wish: cutText(one, 400) })}>
					<span dir="auto">{one}</span>
				</Choice>
			))}
			<OneLine
				label="Their wish for today"
				placeholder="what they want of today"
				most={400}
				does="wish"
				onTake={(words) => {
					change({ wish: words });
					close();
				}}
			/>
			<h2>How hard it is to be, of ten</h2>
			<Choices>
				{efforts.map((n) => (
					<Choice key={n} aria-pressed={effort === n} onClick={() => change({ effort: n })}>
						{n}
					</Choice>
				))}
			</Choices>
		</Drawer>
	);
}
