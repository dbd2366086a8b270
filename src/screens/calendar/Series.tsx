"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Booking } from "@/core/calendar/booking";
import { plural } from "@/core/text/lists";
import type { CalendarPageProps } from "@/server/readCalendar";
import { dayWords } from "@/ui/dates";
import { BookingForm } from "./BookingForm";
import css from "./calendar.module.css";
import { oftenWords } from "./view";

const howOften = ({ repeats, day, time }: Booking): string =>
	`${repeats === "once" ? dayWords(day) : oftenWords(repeats, day)}, ${time}`;

/** What the lessons of the calendar come from: single ones and series, each changed in its row. */
export function Series({ series, students, day }: Pick<CalendarPageProps, "series" | "students" | "day">) {
	const [open, setOpen] = useState<string | null>(null);
	return (
		<section aria-label="Lessons and series">
			<h2>Lessons and series</h2>
			<ul className={css.series}>
				{series.map((one) => (
					<li key={one.at.id}>
						<div className={css.seriesRow}>
							<span>
								<b dir="auto">{one.who}</b>, {howOften(one.booking)}
								<span className="mute">
									, {plural(one.booking.minutes, "minute")}
									{one.booking.place && `, ${one.booking.place}`}
									{one.booking.until && `, until ${dayWords(one.booking.until, day)}`}
								</span>
							</span>
							<Button
								variant="link"
								aria-expanded={open === one.at.id}
								aria-label={`change: ${one.who}, ${howOften(one.booking)}`}
								onClick={() => setOpen(open === one.at.id ? null : one.at.id)}
							>
								change
							</Button>
						</div>
						{open === one.at.id && <BookingForm one={one} students={students} day={day} onDone={() => setOpen(null)} />}
					</li>
				))}
			</ul>
		</section>
	);
}
