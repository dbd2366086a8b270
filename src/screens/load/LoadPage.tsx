"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { cautionOf, type LoadLimit, loadOn, raisedOn, reachedOn, USUAL_CAUTION, weeksOf } from "@/core/load/load";
import { bodyParts } from "@/core/people/body";
import { capital } from "@/core/text/wording";
import { keepStudent } from "@/server/actions";
import type { LoadPageProps } from "@/server/readLoad";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import { Lines } from "@/ui/Lines";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import { LoadLine } from "./LoadLine";
import css from "./load.module.css";

type Part = (typeof bodyParts)[number];
const SHOWN_WEEKS = 8;

/** What every try put on each part of the body, lessons and practice, counted or not; and how much is enough. */
export function LoadPage(props: LoadPageProps) {
	const { at, student, days, limits } = props;
	const loaded = bodyParts.filter(
		(part) => limits.some((limit) => limit.part === part) || days.some(({ parts }) => (parts[part] ?? 0) > 0),
	);
	const [added, setAdded] = useState<Part[]>([]);
	const shown = [...loaded, ...added.filter((part) => !loaded.includes(part))];
	const rest = bodyParts.filter((part) => !shown.includes(part));
	return (
		<BenchPage>
			<h1 dir="auto">
				<Link href={`/students/${at.id}`} className={css.plain}>
					{student.name}
				</Link>
				: training load
			</h1>
			<p className="mute">
				Load = number of tries × load of one try (1 = normal). All tries count: lessons, practice, warm-ups. Tries from
				before a load was set take the load set later. A load changed later counts from that lesson on.
			</p>
			{shown.length === 0 && <p>No load yet. Set the load of one try on a rung. Earlier tries on it count too.</p>}
			{shown.map((part) => (
				<PartLoad key={part} {...props} part={part} />
			))}
			{rest.length > 0 && (
				<FormRow id="another-part" label="A limit for another part" className="mt-4">
					<Form.Select value="" onChange={(event) => setAdded([...added, event.target.value as Part])}>
						<option value="">choose a part</option>
						{rest.map((part) => (
							<option key={part}>{part}</option>
						))}
					</Form.Select>
				</FormRow>
			)}
			<p className="mt-4">
				<Link href="/load">all students, limits by age, your own load</Link>
			</p>
			<p className="hint">
				You set the limits. Your sport’s governing body, the venue and licensed professionals come first.
			</p>
		</BenchPage>
	);
}

function PartLoad({ at, student, part, day, from, days, limits, raises }: LoadPageProps & { part: Part }) {
	const own = (student.loadLimits ?? []).find((one) => one.part === part) ?? null;
	const usual = limits.find((one) => one.part === part) ?? null;
	const [limit = null] = usual ? raisedOn([usual], raises, day) : [];
	const raised = raises.filter((one) => one.part === part);
	const now = loadOn(days, part, day);
	const caution = cautionOf(days, part, day);
	const reached = limit ? reachedOn(days, [limit], day) : [];
	return (
		<section className={css.part} aria-label={capital(part)}>
			<h2>{capital(part)}</h2>
			<p className={css.now}>
				<b>{Math.round(now.week)}</b>
				<span>
					in seven days{limit?.week && `, of ${limit.week}`}
					<br />
					<span className="mute">
						{Math.round(now.day)} today{limit?.day && `, of ${limit.day}`}
					</span>
				</span>
			</p>
			{reached.length > 0 && (
				<p className="asks m-0">
					Limit reached {reached.map(({ of }) => (of === "day" ? "for today" : "for seven days")).join(" and ")}: rungs
					that load the {part} are left out of the lesson.
				</p>
			)}
			{caution && (
				<div className="asks">
					<Lines
						of={[
							["this week", Math.round(caution.load)],
							["average of earlier weeks", Math.round(caution.mean)],
							["highest before", Math.round(caution.largest)],
							[
								<b key="above">more than they are used to</b>,
								<b key="by">{Math.round((100 * caution.load) / caution.mean - 100)} per cent above average</b>,
							],
						]}
					/>
				</div>
			)}
			<LoadLine days={days} part={part} from={from} day={day} limit={limit?.week ?? null} />
			{raised.map((one) => (
				<p key={`${one.day}${one.of}${one.to}`} className="m-0" dir="auto">
					{dayWords(one.day, day)}: raised to <b>{one.to}</b> {one.of === "day" ? "for that day" : "for seven days"}.{" "}
					<span className="mute">{one.reason}</span>
				</p>
			))}
			{!own && usual && (
				<p className="mute m-0">
					This is the limit for their age, <Link href="/load">set for all</Link>. A limit of their own replaces it.
				</p>
			)}
			<Weeks days={days} part={part} day={day} />
			<Limits at={at} student={student} part={part} limit={own} />
		</section>
	);
}

const Weeks = ({ days, part, day }: Pick<LoadPageProps, "days" | "day"> & { part: Part }) => (
	<table className={css.weeks} aria-label={`The ${part}, week by week`}>
		<tbody>
			<tr>
				{weeksOf(days, part, day, SHOWN_WEEKS).map(({ monday }) => (
					<th key={monday} scope="col">
						{dayWords(monday, day).replace(/^\w+ /, "")}
					</th>
				))}
			</tr>
			<tr>
				{weeksOf(days, part, day, SHOWN_WEEKS).map(({ monday, load }) => (
					<td key={monday}>{Math.round(load)}</td>
				))}
			</tr>
		</tbody>
	</table>
);

function Limits({
	at,
	student,
	part,
	limit,
}: Pick<LoadPageProps, "at" | "student"> & { part: Part; limit: LoadLimit | null }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [today, setToday] = useState(String(limit?.day ?? ""));
	const [week, setWeek] = useState(String(limit?.week ?? ""));
	const number = (typed: string) => (typed.trim() === "" ? null : Number(typed));
	const keep = async (event: React.FormEvent) => {
		event.preventDefault();
		const one = { part, day: number(today), week: number(week) };
		const others = (student.loadLimits ?? []).filter((other) => other.part !== part);
		const loadLimits = one.day === null && one.week === null ? others : [...others, one];
		const outcome = await ask(keepStudent({ ...student, loadLimits }, at));
		if (outcome.ok) router.refresh();
	};
	return (
		<Form onSubmit={keep} noValidate className={css.limits}>
			<FormRow id={`${part}-day`} label="Limit a day" className="">
				<Form.Control
					type="number"
					inputMode="numeric"
					placeholder="no limit"
					value={today}
					onChange={(event) => setToday(event.target.value)}
				/>
			</FormRow>
			<FormRow id={`${part}-week`} label="Limit in seven days" className="">
				<Form.Control
					type="number"
					inputMode="numeric"
					placeholder="no limit"
					value={week}
					onChange={(event) => setWeek(event.target.value)}
				/>
			</FormRow>
			<Button type="submit" variant="outline-primary">
				save the limit<span className="visually-hidden"> for the {part}</span>
			</Button>
			<Refusals refusals={refused} />
			<span className="hint">You get a caution at {USUAL_CAUTION} per cent above the average of earlier weeks.</span>
		</Form>
	);
}
