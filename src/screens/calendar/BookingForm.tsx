"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { type Booking, repeats } from "@/core/calendar/booking";
import { keepBooking, putBookingAway } from "@/server/calendar";
import type { CalendarPageProps } from "@/server/readCalendar";
import { DayField } from "@/ui/DayField";
import { FormRow } from "@/ui/FormRow";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./calendar.module.css";

type One = CalendarPageProps["series"][number];

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

/** A lesson to be put into the calendar, or a series that is there: who, when, how long, where, how often. */
export function BookingForm({
	one,
	begin = {},
	students,
	day,
	onDone,
}: {
	one: One | null;
	/** What is known of a new one. */
	begin?: Partial<Booking>;
	students: CalendarPageProps["students"];
	day: string;
	onDone: () => void;
}) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [booking, setBooking] = useState<Booking>(one?.booking ?? { ...fresh(day), ...begin });
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
	return (
		<Form onSubmit={keep} className={css.form} noValidate aria-label={one ? `Change ${one.who}` : "A new lesson"}>
			<WhoField id={id} chosen={booking.students} students={students} onChange={(to) => set({ students: to })} />
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
				{one && <Delete id={one.at.id} ask={ask} />}
			</div>
			<Refusals refusals={refused} />
		</Form>
	);
}

/** Who comes: one more is chosen from the list, each can be left out. */
export function WhoField({
	id,
	chosen,
	students,
	nobody = "choose a student",
	onChange,
}: Pick<CalendarPageProps, "students"> & {
	id: string;
	chosen: readonly string[];
	/** What it says while nobody is chosen. */
	nobody?: string;
	onChange: (to: string[]) => void;
}) {
	return (
		<FormRow id={`${id}-who`} label={chosen.length > 0 ? "One more student" : "Student"} className={css.who ?? ""}>
			<Form.Select value="" onChange={(event) => onChange([...chosen, event.target.value].filter(Boolean))}>
				<option value="">{chosen.length > 0 ? "no other student" : nobody}</option>
				{students
					.filter((who) => !chosen.includes(who.id))
					.map((who) => (
						<option key={who.id} value={who.id}>
							{who.name}
						</option>
					))}
			</Form.Select>
			{chosen.map((who) => (
				<Button key={who} variant="link" onClick={() => onChange(chosen.filter((other) => other !== who))}>
					leave out {students.find((other) => other.id === who)?.name ?? "a deleted student"}
				</Button>
			))}
		</FormRow>
	);
}

/** The whole series leaves the calendar. */
function Delete({ id, ask }: { id: string; ask: ReturnType<typeof useRefusals>["ask"] }) {
	const router = useRouter();
	return (
		<Button
			variant="link"
			onClick={async () => {
				if ((await ask(putBookingAway(id, true))).ok) router.refresh();
			}}
		>
			delete from the calendar
		</Button>
	);
}
