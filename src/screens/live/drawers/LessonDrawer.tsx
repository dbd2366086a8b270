"use client";

import { openedAs, wishFor } from "@/core/commands/begin";
import { wishOf } from "@/core/log/wish";
import { cutText } from "@/core/text/fields";
import { useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";
import { OneLine } from "./OneLine";

const usual = [30, 45, 60];
const efforts = [2, 4, 6, 8, 10];

/** What this lesson is to be: how long, what the student wants of it, how hard. All of it may be left as it is. */
export function LessonDrawer() {
	const { lesson, view, pack, board, close } = useLive();
	const { opened } = view;
	if (!opened) return null;
	const { minutes, effort } = opened.body;
	// Whoever is in hand: what one of them wants is that one's.
	const { student } = board.set.placing;
	const wish = wishOf(view, student);
	const them = pack.students.find(({ id }) => id === student);
	const whose = them ? `What ${them.student.name} wants today` : "What they want today";
	const want = (words: string) => lesson.write(wishFor(lesson.snapshot().view, student, words));
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
				<span dir="auto">{whose}</span>
				{wish && ":"} <span dir="auto">{wish}</span>
			</h2>
			{offered.map((one) => (
				<Choice key={one} small="said before" onClick={() => want(cutText(one, 400))}>
					<span dir="auto">{one}</span>
				</Choice>
			))}
			<OneLine
				label={whose}
				placeholder="what they want today"
				most={400}
				does="wish"
				onTake={(words) => {
					want(words);
					close();
				}}
			/>
			<h2>Planned effort, out of 10</h2>
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
