"use client";

import { useState } from "react";
import { type MonthFigure, type MonthRow, monthFigures } from "@/core/insight/month";
import { sum } from "@/core/statistics/sums";
import { plural } from "@/core/text/lists";
import { useNear } from "@/screens/outlook/useNear";
import type { MonthPageProps } from "@/server/readMonth";
import { BenchPage } from "@/ui/BenchPage";
import { DrawnLines } from "@/ui/DrawnLines";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import css from "./month.module.css";
import { dateWords } from "./view";

const monthWords = (month: string): string =>
	new Date(`${month}-15T12:00:00Z`).toLocaleDateString("en-GB", { month: "long", year: "numeric", timeZone: "UTC" });

/** A month at a glance, for everybody: what was, what is to come and what is due; by name, or by the figure that is pressed; pressed once more, by name again. */
export function MonthPage({ month, before, after, rows, near, occasions, weeks }: MonthPageProps) {
	const [by, setBy] = useState<MonthFigure | null>(null);
	const sorted = by ? [...rows].sort((a, b) => b[by] - a[by] || a.name.localeCompare(b.name)) : rows;
	const away = rows.filter((row) => row.away.length > 0);
	return (
		<BenchPage wide="whole">
			<div className={css.head}>
				<h1>{monthWords(month)}</h1>
				<Link href={`/calendar/month?month=${before}`}>‹ {monthWords(before)}</Link>
				<Link href={`/calendar/month?month=${after}`}>{monthWords(after)} ›</Link>
				<a href={`/api/month?month=${month}`} download>
					download as CSV
				</a>
				<button type="button" className="btn btn-outline-primary btn-sm" onClick={() => window.print()}>
					print
				</button>
			</div>
			{rows.length === 0 ? (
				<p>No lessons, checks or promises in this month.</p>
			) : (
				<table className={css.month} aria-label={`${monthWords(month)}, by student`}>
					<thead>
						<tr>
							<th scope="col">student</th>
							{monthFigures.map(([key, words]) => (
								<th key={key} scope="col">
									<button type="button" aria-pressed={by === key} onClick={() => setBy(by === key ? null : key)}>
										{words}
									</button>
								</th>
							))}
						</tr>
					</thead>
					<tbody>
						{sorted.map((row) => (
							<Row key={row.student} row={row} />
						))}
					</tbody>
					<tfoot>
						<tr>
							<th scope="row">all</th>
							{monthFigures.map(([key, words]) => (
								<td key={key} data-label={words}>
									{sum(rows, (row) => row[key])}
								</td>
							))}
						</tr>
					</tfoot>
				</table>
			)}
			<Dates occasions={occasions} />
			<Weeks weeks={weeks} />
			<NearPass near={near} />
			{away.length > 0 && (
				<section aria-label="Called off">
					<h2 className="mt-4">Called off</h2>
					<ul className={css.away}>
						{away.flatMap((row) =>
							row.away.map(({ day, reason }) => (
								<li key={`${row.student} ${day}`} dir="auto">
									<b>{row.name}</b>, {dayWords(day)}
									{reason && `: ${reason}`}
								</li>
							)),
						)}
					</ul>
				</section>
			)}
		</BenchPage>
	);
}

/** The weeks that led here: lessons and what came of them. */
function Weeks({ weeks }: Pick<MonthPageProps, "weeks">) {
	const [held, up] = [sum(weeks, (one) => one.held), sum(weeks, (one) => one.up)];
	if (held === 0) return null;
	return (
		<section aria-label="The last weeks">
			<h2 className="mt-4">The last weeks</h2>
			<DrawnLines
				says={`${plural(held, "lesson")} in ${weeks.length} weeks, and ${plural(up, "rung")} gained.`}
				of="week from"
				lines={["lessons held", "rungs gained"]}
				rows={weeks.map((one) => ({ at: dayWords(one.monday), values: [one.held, one.up] }))}
			/>
		</section>
	);
}

/** Shows, terms and other dates. */
const Dates = ({ occasions }: Pick<MonthPageProps, "occasions">) =>
	occasions.length > 0 && (
		<section aria-label="Shows and terms">
			<h2 className="mt-4">Shows and terms</h2>
			<ul className={css.away}>
				{occasions.map(({ id, occasion, who }) => (
					<li key={id} dir="auto">
						<b>{occasion.name}</b>, {dateWords(occasion)}, {who || "everybody"}
					</li>
				))}
			</ul>
		</section>
	);

/** Who is near a pass, the nearest first. */
function NearPass({ near }: Pick<MonthPageProps, "near">) {
	const chances = useNear(near);
	const told = near
		.filter(({ id }) => chances.has(id))
		.sort((a, b) => (chances.get(b.id) ?? 0) - (chances.get(a.id) ?? 0));
	return (
		told.length > 0 && (
			<section aria-label="Near a pass">
				<h2 className="mt-4">Near a pass</h2>
				<ul className={css.away}>
					{told.map(({ id, name, rung }) => (
						<li key={id} dir="auto">
							<b>{name}</b>, <Link href={`/ladders/${id}`}>{rung}</Link>
						</li>
					))}
				</ul>
			</section>
		)
	);
}

const Row = ({ row }: { row: MonthRow }) => (
	<tr>
		<th scope="row" dir="auto">
			<Link href={`/students/${row.student}`}>{row.name}</Link>
		</th>
		{monthFigures.map(([key, words]) => (
			<td key={key} data-label={words}>
				{row[key]}
			</td>
		))}
	</tr>
);
