"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import {
	partWords,
	type ReportInput,
	type ReportPart,
	type ReportSection,
	reportHead,
	reportMarkdown,
	reportOf,
	reportParts,
} from "@/core/formats/report";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import { offer } from "@/ui/offer";
import css from "./report.module.css";

/** A season on paper: for the student, a parent or the next coach; what is not for them is left out. */
export function ReportPage({ report }: { report: ReportInput }) {
	const [leftOut, setLeftOut] = useState<readonly ReportPart[]>([]);
	const [remark, setRemark] = useState("");
	const words = (day: string) => dayWords(day, report.day);
	const [name, about] = reportHead(report, words);
	const sections = reportOf(report, leftOut, words);
	const markdown = () =>
		offer(
			`${report.name.replace(/[^\p{L}\p{N}]+/gu, "-")}-${report.day}.md`,
			new Blob([reportMarkdown([name ?? "", [about, remark].filter(Boolean).join("\n\n")], sections)], {
				type: "text/markdown",
			}),
		);
	return (
		<BenchPage
			margin={
				<>
					<h2>Parts of the report</h2>
					{reportParts.map((part) => (
						<Form.Check
							key={part}
							id={`part-${part}`}
							label={partWords[part]}
							checked={!leftOut.includes(part)}
							onChange={(event) =>
								setLeftOut(event.target.checked ? leftOut.filter((one) => one !== part) : [...leftOut, part])
							}
						/>
					))}
					<Form.Label htmlFor="report-remark" className="mt-3">
						Your own words
					</Form.Label>
					<Form.Control
						id="report-remark"
						as="textarea"
						rows={3}
						dir="auto"
						maxLength={2000}
						value={remark}
						onChange={(event) => setRemark(event.target.value)}
					/>
					<p className="d-flex flex-wrap gap-2 mt-3">
						<Button onClick={() => window.print()}>print, or PDF</Button>
						<Button variant="outline-primary" onClick={markdown}>
							save as text
						</Button>
					</p>
				</>
			}
		>
			<article className={css.report}>
				<h1 dir="auto">{name}</h1>
				<p className={css.about}>{about}</p>
				{remark && <p dir="auto">{remark}</p>}
				{sections.map((section) => (
					<Section key={`${section.part} ${section.title}`} section={section} />
				))}
			</article>
		</BenchPage>
	);
}

const Section = ({ section: { title, paragraphs, table } }: { section: ReportSection }) => (
	<section>
		<h2 dir="auto">{title}</h2>
		{paragraphs.map((words) => (
			<p key={words} dir="auto">
				{words}
			</p>
		))}
		{table && (
			<table>
				<thead>
					<tr>
						{table.head.map((cell) => (
							<th key={cell} scope="col">
								{cell}
							</th>
						))}
					</tr>
				</thead>
				<tbody>
					{table.rows.map((row) => (
						<tr key={row[0]}>
							{row.map((cell, i) =>
								i === 0 ? (
									<th key={table.head[i]} scope="row" dir="auto">
										{cell}
									</th>
								) : (
									<td key={table.head[i]} className={css.cell}>
										{cell}
									</td>
								),
							)}
						</tr>
					))}
				</tbody>
			</table>
		)}
	</section>
);
