"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { type Occasion, occasionKinds } from "@/core/calendar/occasion";
import { keepOccasion, putOccasionAway } from "@/server/calendar";
import type { CalendarPageProps, DatedFor } from "@/server/readCalendar";
import { DayField } from "@/ui/DayField";
import { FormRow } from "@/ui/FormRow";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import { WhoField } from "./BookingForm";
import css from "./calendar.module.css";
import { dateWords } from "./view";

/** Shows, terms and other dates: what lessons lead up to, each changed in its row. */
export function Dates({ occasions, students, day }: Pick<CalendarPageProps, "occasions" | "students" | "day">) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [open, setOpen] = useState<string | null>(null);
	const [gone, setGone] = useState<DatedFor | null>(null);
	const away = async (one: DatedFor, archived: boolean) => {
		if (!(await ask(putOccasionAway(one.id, archived))).ok) return;
		setOpen(null);
		setGone(archived ? one : null);
		router.refresh();
	};
	const done = () => setOpen(null);
	return (
		<section aria-label="Shows and terms" className={css.dates}>
			<h2>Shows and terms</h2>
			<ul className={css.series}>
				{occasions.map((one) => (
					<li key={one.id}>
						<div className={css.seriesRow}>
							<span dir="auto">
								<b>{one.occasion.name}</b>, {dateWords(one.occasion)}
								<span className="mute">, {one.who || "everybody"}</span>
							</span>
							<Button
								variant="link"
								aria-expanded={open === one.id}
								aria-label={`change: ${one.occasion.name}`}
								onClick={() => setOpen(open === one.id ? null : one.id)}
							>
								change
							</Button>
						</div>
						{open === one.id && (
							<DateForm one={one} students={students} day={day} onDone={done} onDelete={() => void away(one, true)} />
						)}
					</li>
				))}
			</ul>
			<p role="status" className="m-0">
				{gone && (
					<>
						<span dir="auto">{gone.occasion.name}</span> deleted.{" "}
						<Button variant="link" onClick={() => void away(gone, false)}>
							undo
						</Button>
					</>
				)}
			</p>
			<Refusals refusals={refused} />
			{open === "new" ? (
				<DateForm one={null} students={students} day={day} onDone={done} />
			) : (
				<Button variant="outline-primary" size="sm" onClick={() => setOpen("new")}>
					add a show or a term
				</Button>
			)}
		</section>
	);
}

function DateForm({
	one,
	students,
	day,
	onDone,
	onDelete,
}: Pick<CalendarPageProps, "students" | "day"> & {
	one: DatedFor | null;
	onDone: () => void;
	onDelete?: () => void;
}) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [date, setDate] = useState<Occasion>(
		one?.occasion ?? { name: "", kind: "show", day, until: null, students: [] },
	);
	const set = (part: Partial<Occasion>) => setDate({ ...date, ...part });
	const id = one?.id ?? "new-date";
	const keep = async (event: React.FormEvent) => {
		event.preventDefault();
		const at = one && { id: one.id, rev: one.rev };
		if (!(await ask(keepOccasion(date, at))).ok) return;
		onDone();
		router.refresh();
	};
	return (
		<Form
			onSubmit={keep}
			className={css.form}
			noValidate
			aria-label={one ? `Change ${one.occasion.name}` : "A new date"}
		>
			<FormRow id={`${id}-name`} label="Name" className={css.who ?? ""}>
				<Form.Control
					dir="auto"
					maxLength={80}
					value={date.name}
					onChange={(event) => set({ name: event.target.value })}
				/>
			</FormRow>
			<FormRow id={`${id}-kind`} label="Kind" className="">
				<Form.Select
					value={date.kind}
					onChange={(event) => set({ kind: occasionKinds.find((kind) => kind === event.target.value) ?? "show" })}
				>
					{occasionKinds.map((kind) => (
						<option key={kind}>{kind}</option>
					))}
				</Form.Select>
			</FormRow>
			<FormRow id={`${id}-day`} label="First day" className="">
				<DayField value={date.day} onChange={(to) => to && set({ day: to })} />
			</FormRow>
			<FormRow id={`${id}-until`} label="Last day, if more than one" className="">
				<DayField value={date.until ?? ""} onChange={(until) => set({ until: until === "" ? null : until })} />
			</FormRow>
			<WhoField
				id={id}
				chosen={date.students}
				students={students}
				nobody="everybody"
				onChange={(to) => set({ students: to })}
			/>
			<div className={css.buttons}>
				<Button type="submit">{one ? "save the date" : "add the date"}</Button>
				{onDelete ? (
					<Button variant="link" onClick={onDelete}>
						delete the date
					</Button>
				) : (
					<Button variant="link" onClick={onDone}>
						cancel
					</Button>
				)}
			</div>
			<Refusals refusals={refused} />
		</Form>
	);
}
