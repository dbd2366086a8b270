"use client";

import Button from "react-bootstrap/Button";
import type { Booked } from "@/core/calendar/held";
import { bookLesson } from "@/core/commands/said";
import type { BookedOn } from "@/server/readLesson";
import { useRecord } from "@/ui/useRecord";
import { useReversible } from "@/ui/useReversible";

const same = (a: Booked | null, b: Booked | null) => a?.id === b?.id && a?.on === b?.on;

/** Which lesson of the calendar this one was: matched by its day, and another by one press; nothing where the calendar has none. */
export function LessonBooked({ studio, lesson, slots, held }: BookedOn & { studio: string; lesson: string }) {
	const { note, write } = useRecord(studio);
	const { done, press, takeBack } = useReversible(write);
	if (slots.length === 0) return null;
	const said = done?.[0];
	const now = said?.kind === "lesson.booked" ? said.body.booking : held;
	const words = (one: Booked) => {
		const slot = slots.find((other) => same(other, one));
		return slot ? `${slot.time}${slot.place && `, ${slot.place}`}` : "another day";
	};
	return (
		<p className="mb-2">
			<span role="status" dir="auto">
				{now ? `In the calendar: ${words(now)}.` : "An extra lesson: not the one in the calendar."}
			</span>{" "}
			{said ? (
				<Button variant="link" onClick={takeBack}>
					undo
				</Button>
			) : (
				<>
					{slots
						.filter((one) => !same(one, now))
						.map((one) => (
							<Button
								key={`${one.id} ${one.on}`}
								variant="link"
								onClick={() => press(bookLesson(lesson, { id: one.id, on: one.on }))}
							>
								use {words(one)}
							</Button>
						))}
					{now && (
						<Button variant="link" onClick={() => press(bookLesson(lesson, null))}>
							mark the lesson as extra
						</Button>
					)}
				</>
			)}
			{note && <span role="status"> {note}</span>}
		</p>
	);
}
