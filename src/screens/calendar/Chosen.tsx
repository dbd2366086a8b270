import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { agreedStudent } from "@/core/calendar/agreed";
import { plural } from "@/core/text/lists";
import type { CalendarPageProps, WeekRow } from "@/server/readCalendar";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import css from "./calendar.module.css";
import type { CalendarActs } from "./useCalendar";
import { usePlanLesson } from "./usePlanLesson";
import { oftenWords } from "./view";

interface Props {
	row: WeekRow;
	page: CalendarPageProps;
	acts: CalendarActs;
	onDone: () => void;
}

const seriesWords = ({ booking, repeats, day }: WeekRow): string =>
	agreedStudent(booking) !== null
		? "agreed at the wrap-up"
		: repeats === "once"
			? "a single lesson"
			: oftenWords(repeats, day);

/** One lesson of the calendar: what it is, its plan, and all that can be changed of its date or from it on. */
export function Chosen({ row, page, acts, onDone }: Props) {
	const { day } = page;
	const words = `${row.who}, ${dayWords(row.day, day)}, ${row.time}`;
	const change = async (to: Parameters<CalendarActs["change"]>[2], said: string) => {
		if (await acts.change(row.booking, row.on, to, said, row.repeats !== "once")) onDone();
	};
	const isChanged = row.moved || row.cancelled || row.reason !== "";
	return (
		<section aria-label={words} className={css.chosen}>
			<h2 dir="auto">
				{dayWords(row.day, day)}, {row.time} · {row.who}
			</h2>
			<p className="m-0" dir="auto">
				{plural(row.minutes, "minute")} · {row.place && `${row.place} · `}
				{seriesWords(row)}
				{row.cancelled && <b> · cancelled</b>}
				{row.reason && ` · ${row.reason}`}
			</p>
			{row.clash && <p className="asks m-0">{row.clash}</p>}
			{!row.cancelled && (
				<>
					<Plan row={row} />
					<DateForm row={row} page={page} acts={acts} onDone={onDone} />
					<fieldset className={css.cancel}>
						<legend className="form-label m-0">Cancel this date</legend>
						{(["ill", "away", "other"] as const).map((why) => (
							<Button
								key={why}
								variant="outline-primary"
								size="sm"
								aria-label={`cancel this date: ${why}`}
								onClick={() =>
									void change({ skipped: true, reason: why === "other" ? "" : why }, `Cancelled: ${words}.`)
								}
							>
								{why === "other" ? "cancel" : why}
							</Button>
						))}
					</fieldset>
				</>
			)}
			{isChanged && (
				<Button variant="link" onClick={() => void change(null, `As in its series again: ${words}.`)}>
					restore as in the series
				</Button>
			)}
			<Button variant="link" onClick={onDone}>
				close
			</Button>
		</section>
	);
}

/** The way to its plan, made at a press. */
function Plan({ row }: { row: WeekRow }) {
	const { plan, busy, refused } = usePlanLesson(row);
	return (
		<p className={css.planLine}>
			{row.plan ? (
				<Link className="btn btn-outline-primary btn-sm" href={`/plans/${row.plan}`}>
					open the plan
				</Link>
			) : (
				<Button variant="outline-primary" size="sm" disabled={busy} onClick={() => void plan()}>
					plan the lesson
				</Button>
			)}
			<Link className="btn btn-outline-primary btn-sm" href={`/students/${row.students[0]}`}>
				open the student
			</Link>
			<Refusals refusals={refused} />
		</p>
	);
}

/** Day, hour, length, place and who comes: of this date, or of all from here on. */
function DateForm({ row, page: { series, students, day: today }, acts, onDone }: Props) {
	const [day, setDay] = useState(row.day);
	const [time, setTime] = useState(row.time);
	const [minutes, setMinutes] = useState(String(row.minutes));
	const [place, setPlace] = useState(row.place);
	const [reason, setReason] = useState(row.reason);
	const all = series.find(({ at }) => at.id === row.booking)?.booking.students ?? row.students;
	const [come, setCome] = useState<string[]>(row.students);
	const to = {
		day,
		time,
		minutes: minutes === "" ? Number.NaN : Number(minutes),
		place,
		...(all.length > 1 ? { students: all.filter((one) => come.includes(one)) } : {}),
	};
	const words = `${row.who}: ${dayWords(day, today)}, ${time}.`;
	const isSeries = row.repeats !== "once";
	const id = `date-${row.booking}`;
	return (
		<Form
			className={css.form}
			noValidate
			aria-label="This date"
			onSubmit={async (event) => {
				event.preventDefault();
				if (await acts.change(row.booking, row.on, { ...to, ...(reason ? { reason } : {}) }, words, isSeries)) onDone();
			}}
		>
			<FormRow id={`${id}-day`} label="Day" className={css.who ?? ""}>
				<DayField value={day} onChange={setDay} />
			</FormRow>
			<FormRow id={`${id}-time`} label="Start" className="">
				<Form.Control type="time" value={time} onChange={(event) => setTime(event.target.value)} />
			</FormRow>
			<FormRow id={`${id}-minutes`} label="Minutes" className="">
				<Form.Control
					type="number"
					inputMode="numeric"
					value={minutes}
					onChange={(event) => setMinutes(event.target.value)}
				/>
			</FormRow>
			<FormRow id={`${id}-place`} label="Place" className={css.who ?? ""}>
				<Form.Control dir="auto" maxLength={80} value={place} onChange={(event) => setPlace(event.target.value)} />
			</FormRow>
			{all.length > 1 && <WhoComes all={all} come={come} students={students} onChange={setCome} />}
			<FormRow id={`${id}-reason`} label="Reason, if any" className={css.who ?? ""}>
				<Form.Control dir="auto" maxLength={120} value={reason} onChange={(event) => setReason(event.target.value)} />
			</FormRow>
			<div className={css.buttons}>
				<Button type="submit" size="sm">
					save this date
				</Button>
				{isSeries && (
					<Button
						variant="outline-primary"
						size="sm"
						onClick={async () => {
							if (await acts.fromHere(row.booking, row.on, to, `All lessons from here on. ${words}`)) onDone();
						}}
					>
						save all from here on
					</Button>
				)}
			</div>
		</Form>
	);
}

/** Of a lesson of several, who is there on this date. */
const WhoComes = ({
	all,
	come,
	students,
	onChange,
}: Pick<CalendarPageProps, "students"> & {
	all: readonly string[];
	come: readonly string[];
	onChange: (come: string[]) => void;
}) => (
	<fieldset className={css.who}>
		<legend className="form-label m-0">Who comes</legend>
		{all.map((one) => (
			<Form.Check
				inline
				key={one}
				id={`come-${one}`}
				type="checkbox"
				label={students.find((who) => who.id === one)?.name ?? "a deleted student"}
				checked={come.includes(one)}
				onChange={(event) => onChange(event.target.checked ? [...come, one] : come.filter((other) => other !== one))}
			/>
		))}
	</fieldset>
);
