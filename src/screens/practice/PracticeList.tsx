"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { plural } from "@/core/text/lists";
import { assignPractice } from "@/server/practice";
import type { PracticeLine } from "@/server/readPractice";
import { BenchPage } from "@/ui/BenchPage";
import { fromToday } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import { BringBack } from "./BringBack";
import css from "./practice.module.css";

/** How it is going at home, whoever waits for an answer first; and what came back as text. */
export function PracticeList({
	day,
	lines,
	students,
}: {
	day: string;
	lines: readonly PracticeLine[];
	students: readonly { id: string; name: string }[];
}) {
	return (
		<BenchPage wide margin={<BringBack />}>
			<h1>Practice</h1>
			<Assign students={students} />
			{lines.length === 0 && (
				<p>
					Nobody has practice to do. Choose somebody above, or what to practise at the end of a lesson: it becomes a
					page of their own, by a private link, as one file, or on paper.
				</p>
			)}
			<div className={css.rows}>
				{lines.map((line) => (
					<div key={line.id} className={css.row}>
						<Link href={`/practice/${line.id}`} dir="auto">
							<b>{line.who}</b>
						</Link>
						<span>
							<b className={css.figure}>{line.week.days}</b> of {plural(line.week.asked, "day")} this week
							{line.week.tries > 0 && (
								<span className="mute">
									, {plural(line.week.tries, "try", "tries")}
									{line.week.minutes > 0 && `, ${plural(line.week.minutes, "minute")}`}
								</span>
							)}
						</span>
						<span className="mute" dir="auto">
							{line.drills || "no drill yet"}
							{line.last ? `; last ${fromToday(line.last, day)}` : "; nothing came back yet"}
						</span>
						<span className="asks">
							{[
								...(line.toAnswer > 0 ? [`${plural(line.toAnswer, "remark")} to answer`] : []),
								...(line.suggestions > 0 ? [`${plural(line.suggestions, "target")} to move`] : []),
							].join(", ")}
						</span>
					</div>
				))}
			</div>
		</BenchPage>
	);
}

function Assign({ students }: { students: readonly { id: string; name: string }[] }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [who, setWho] = useState("");
	const [busy, setBusy] = useState(false);
	return (
		<Form
			className={css.assign}
			aria-label="Practice for somebody"
			onSubmit={async (event) => {
				event.preventDefault();
				setBusy(true);
				const outcome = await ask(assignPractice(who, []));
				setBusy(false);
				if (outcome.ok) router.push(`/practice/${outcome.value.id}`);
			}}
		>
			<FormRow id="practice-who" label="For" className="">
				<Form.Select value={who} onChange={(event) => setWho(event.target.value)}>
					<option value="">choose somebody</option>
					{students.map(({ id, name }) => (
						<option key={id} value={id}>
							{name}
						</option>
					))}
				</Form.Select>
			</FormRow>
			<Button type="submit" disabled={busy || who === ""}>
				give practice
			</Button>
			<Refusals refusals={refused} />
		</Form>
	);
}
