"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { type Booking, repeats } from "@/core/calendar/booking";
import { plural } from "@/core/text/lists";
import { keepBooking, putBookingAway } from "@/server/calendar";
import type { CalendarPageProps } from "@/server/readCalendar";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./calendar.module.css";

type One = CalendarPageProps["series"][number];

const weekday = (day: string) => new Date(`${day}T12:00:00`).toLocaleDateString(undefined, { weekday: "long" });

const howOften = ({ repeats: how, day, time }: Booking): string =>
	how === "once"
		? `${dayWords(day)}, ${time}`
		: `${how === "every week" ? "every" : "every other"} ${weekday(day)}, ${time}`;

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
			<h3 className={css.small}>A new lesson</h3>
			<BookingForm key={series.length} one={null} students={students} day={day} onDone={() => {}} />
		</section>
	);
}

const fresh = (day: string): Booking => ({
	students: [],
	place: "",
	day,
	time: "16:00",
	minutes: 45,
	zone: "UTC",
	repeats: "every week",
	until: null,
	changes: [],
});

function BookingForm({
	one,
	students,
	day,
	onDone,
}: {
	one: One | null;
	students: CalendarPageProps["students"];
	day: string;
	onDone: () => void;
}) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [booking, setBooking] = useState<Booking>(one?.booking ?? fresh(day));
	const id = one?.at.id ?? "new";
	const set = (part: Partial<Booking>) => setBooking({ ...booking, ...part });
	const keep = async (event: React.FormEvent) => {
		event.preventDefault();
		const zone = one?.booking.zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
		const outcome = await ask(keepBooking({ ...booking, zone }, one?.at ?? null));
		if (!outcome.ok) return;
		onDone();
		if (!one) setBooking(fresh(day));
		router.refresh();
	};
	const others = students.filter((who) => !booking.students.includes(who.id));
	return (
		<Form onSubmit={keep} className={css.form} noValidate aria-label={one ? `Change ${one.who}` : "A new lesson"}>
			<FormRow id={`${id}-who`} label={booking.students[0] ? "Second student" : "Student"} className={css.who ?? ""}>
				<Form.Select
					value=""
					onChange={(event) => set({ students: [...booking.students, event.target.value].filter(Boolean) })}
				>
					<option value="">{booking.students.length > 0 ? "no second student" : "choose a student"}</option>
					{others.map((who) => (
						<option key={who.id} value={who.id}>
							{who.name}
						</option>
					))}
				</Form.Select>
				{booking.students.map((who) => (
					<Button
						key={who}
						variant="link"
						onClick={() => set({ students: booking.students.filter((other) => other !== who) })}
					>
						leave out {students.find((other) => other.id === who)?.name ?? "a deleted student"}
					</Button>
				))}
			</FormRow>
			<FormRow id={`${id}-day`} label={booking.repeats === "once" ? "Day" : "First day"} className="">
				<DayField value={booking.day} onChange={(to) => to && set({ day: to })} />
			</FormRow>
			<FormRow id={`${id}-time`} label="Start" className="">
				<Form.Control type="time" value={booking.time} onChange={(event) => set({ time: event.target.value })} />
			</FormRow>
			<FormRow id={`${id}-minutes`} label="Minutes" className="">
				<Form.Control
					type="number"
					inputMode="numeric"
					value={Number.isNaN(booking.minutes) ? "" : booking.minutes}
					onChange={(event) => set({ minutes: event.target.value === "" ? Number.NaN : Number(event.target.value) })}
				/>
			</FormRow>
			<FormRow id={`${id}-repeats`} label="Repeats" className="">
				<Form.Select
					value={booking.repeats}
					onChange={(event) => set({ repeats: repeats.find((how) => how === event.target.value) ?? "once" })}
				>
					{repeats.map((how) => (
						<option key={how}>{how}</option>
					))}
				</Form.Select>
			</FormRow>
			<FormRow id={`${id}-until`} label="End of term, if any" className="">
				<DayField value={booking.until ?? ""} onChange={(until) => set({ until: until === "" ? null : until })} />
			</FormRow>
			<FormRow id={`${id}-place`} label="Place" className={css.who ?? ""}>
				<Form.Control
					dir="auto"
					maxLength={80}
					value={booking.place}
					onChange={(event) => set({ place: event.target.value })}
				/>
			</FormRow>
			<div className={css.buttons}>
				<Button type="submit" disabled={booking.students.length === 0}>
					{one ? "save the lesson" : "add the lesson"}
				</Button>
				{one && (
					<Button
						variant="link"
						onClick={async () => {
							const outcome = await ask(putBookingAway(one.at.id, true));
							if (outcome.ok) router.refresh();
						}}
					>
						delete from the calendar
					</Button>
				)}
			</div>
			<Refusals refusals={refused} />
		</Form>
	);
}
