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
import { OldLinks } from "./OldLinks";
import css from "./practice.module.css";

/** How it is going at home, whoever waits for an answer first; and what came back as text. */
export function PracticeList({
	day,
	lines,
	links,
	students,
}: {
	day: string;
	lines: readonly PracticeLine[];
	links: Parameters<typeof OldLinks>[0]["links"];
	students: readonly { id: string; name: string }[];
}) {
	return (
		<BenchPage wide margin={<BringBack />}>
			<h1>Home practice</h1>
			<OldLinks links={links} />
			<Assign students={students} />
			{lines.length === 0 && (
				<p>
					No practice yet. Choose a student above, or set it in a wrap-up. They get it as a private link, a file or on
					paper.
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
									, {plural(line.week.tries, "try")}
									{line.week.minutes > 0 && `, ${plural(line.week.minutes, "minute")}`}
								</span>
							)}
						</span>
						<span className="mute" dir="auto">
							{line.drills || "no drill yet"}
							{line.last ? `. Last entry ${fromToday(line.last, day)}` : ". No entries yet"}
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
			aria-label="Give practice"
			onSubmit={async (event) => {
				event.preventDefault();
				setBusy(true);
				const outcome = await ask(assignPractice(who, []));
				setBusy(false);
				if (outcome.ok) router.push(`/practice/${outcome.value.id}`);
			}}
		>
			<FormRow id="practice-who" label="Student" className="">
				<Form.Select value={who} onChange={(event) => setWho(event.target.value)}>
					<option value="">choose a student</option>
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
