"use client";

import { useRouter } from "next/navigation";
import { Fragment, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { plural } from "@/core/text/lists";
import { changeLesson } from "@/server/calendar";
import type { WeekRow } from "@/server/readCalendar";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import { Rail } from "@/ui/Rail";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./calendar.module.css";
import { usePlanLesson } from "./usePlanLesson";

/** Lessons to come as plain rows: when, who, the rail, planned or not, and what is in the way. */
export function WeekRows({ rows, day }: { rows: readonly WeekRow[]; day: string }) {
	return (
		<ol className={css.week}>
			{rows.map((row, i) => (
				<Fragment key={`${row.booking} ${row.on}`}>
					<Gap before={rows[i - 1]} row={row} />
					<Row row={row} day={day} />
				</Fragment>
			))}
		</ol>
	);
}

const MINUTE_MS = 60_000;
/** Less is the way from one to the next. */
const WORTH_SAYING = 20;

/** What is free between two lessons of one day. */
function Gap({ before, row }: { before: WeekRow | undefined; row: WeekRow }) {
	if (!before || before.day !== row.day) return null;
	const free = Math.round((row.at - before.at) / MINUTE_MS) - before.minutes;
	return free < WORTH_SAYING ? null : <li className={css.gap}>{plural(free, "minute")} free</li>;
}

function Row({ row, day }: { row: WeekRow; day: string }) {
	const { plan, busy, refused } = usePlanLesson(row);
	const [moving, setMoving] = useState(false);
	const said = (words: string) => `${words}: ${row.who}, ${dayWords(row.day, day)}, ${row.time}`;
	return (
		<li className={css.row}>
			<span className={css.when}>
				{dayWords(row.day, day)}
				<b>{row.time}</b>
			</span>
			<span className={css.rails}>
				{row.rails.slice(0, 3).map((rail) => (
					<Rail
						key={rail.id}
						holes={rail.holes}
						pegIndex={rail.pegIndex}
						pitch={Math.min(6, 44 / rail.holes.length)}
						width={20}
						label={rail.skill}
					/>
				))}
			</span>
			<span>
				<Link href={`/students/${row.students[0]}`} dir="auto">
					<b>{row.who}</b>
				</Link>{" "}
				<span className="mute" dir="auto">
					{plural(row.minutes, "minute")}
					{row.place && `, ${row.place}`}
					{row.moved && ", moved"}
				</span>
				{row.clash && <span className="asks d-block">{row.clash}</span>}
			</span>
			<span className={css.acts}>
				{row.plan ? (
					<Link href={`/plans/${row.plan}`} aria-label={said("planned")}>
						planned
					</Link>
				) : (
					<Button
						variant="outline-primary"
						disabled={busy}
						aria-label={said("plan the lesson")}
						onClick={() => void plan()}
					>
						plan the lesson
					</Button>
				)}
				<Button
					variant="link"
					aria-expanded={moving}
					aria-label={said("move or cancel")}
					onClick={() => setMoving(!moving)}
				>
					move
				</Button>
			</span>
			{moving && <Move row={row} onDone={() => setMoving(false)} />}
			<Refusals refusals={refused} />
		</li>
	);
}

/** One lesson to another day or hour, left out, or back to where its series has it. */
function Move({ row, onDone }: { row: WeekRow; onDone: () => void }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [day, setDay] = useState(row.day);
	const [time, setTime] = useState(row.time);
	const change = async (to: { skipped: true } | { day: string; time: string } | null) => {
		const outcome = await ask(changeLesson(row.booking, row.on, to));
		if (!outcome.ok) return;
		onDone();
		router.refresh();
	};
	return (
		<Form
			className={css.move}
			aria-label={`Move the lesson of ${row.who}`}
			onSubmit={(event) => {
				event.preventDefault();
				if (day && time) void change({ day, time });
			}}
		>
			<DayField aria-label="new day" value={day} onChange={setDay} />
			<Form.Control aria-label="at" type="time" value={time} onChange={(event) => setTime(event.target.value)} />
			<Button type="submit" disabled={day === "" || time === ""}>
				move the lesson
			</Button>
			<Button variant="outline-primary" onClick={() => void change({ skipped: true })}>
				cancel this date
			</Button>
			{row.moved && (
				<Button variant="link" onClick={() => void change(null)}>
					undo the move
				</Button>
			)}
			<Refusals refusals={refused} />
		</Form>
	);
}
