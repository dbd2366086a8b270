"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import type { RecordsPage } from "@/server/records";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import { FiguresTable } from "@/ui/FiguresTable";
import Link from "@/ui/Link";
import { BringIn } from "./BringIn";
import { DeleteStudent } from "./DeleteStudent";
import { Progress } from "./Progress";
import { Restore } from "./Restore";
import css from "./records.module.css";
import { SetAside } from "./SetAside";
import { Tables } from "./Tables";
import { useJob } from "./useJob";

/** Out, in, back, aside and away: everything that concerns the studio as a whole. */
export function Records({ studio, lan, health, slow, students, aside }: RecordsPage) {
	return (
		<BenchPage
			margin={
				<>
					<p className="mute">
						Anything shown as saved is never dropped. Data that could not be added stays here in full, with the reason.
					</p>
					<HowItIs health={health} />
					<NewestBackup health={health} />
					<Slowest slow={slow} />
					<p className="mute">
						A workbook is a text file other programs can read. A backup is the whole database: faster and exact.
					</p>
				</>
			}
		>
			<h1>Data</h1>
			<Part name="Download">
				<div className="d-flex gap-2 flex-wrap mb-3">
					<a className="btn btn-primary" href="/api/workbook?of=studio" download>
						download a workbook of the whole studio
					</a>
					<form method="post" action="/api/backup">
						<Button type="submit" variant="outline-primary">
							back up
						</Button>
					</form>
				</div>
				<p className="mute m-0">
					You can go on teaching meanwhile. Each file shows one moment. To download one skill or ladder, open its page.
					Students’ links move with a workbook and open where the address stays the same. Make new calendar links there.
				</p>
				<Tables students={students} />
				{lan && (
					<p className="mt-3 mb-0">
						<a href="/passcode">Passcode</a>: change it, sign out other devices, sign out here.
					</p>
				)}
				<p className="mt-3 mb-0">
					Season reports are on each student’s page. <Link href="/note">Note template</Link> sets how notes read.
				</p>
			</Part>
			<Part name="Import">
				<BringIn />
			</Part>
			<Part name="Restore">
				<Restore />
			</Part>
			<Part name="Problems">
				<SetAside aside={aside} />
			</Part>
			<Part name="Delete">
				<DeleteStudent students={students} />
			</Part>
			{studio.demo && (
				<Part name="The demo studio">
					<Demo />
				</Part>
			)}
		</BenchPage>
	);
}

const Part = ({ name, children }: { name: string; children: React.ReactNode }) => (
	<section className={css.part} aria-label={name}>
		<h2>{name}</h2>
		<div>{children}</div>
	</section>
);

function Demo() {
	const router = useRouter();
	const handle = useJob();
	const [asking, setAsking] = useState(false);
	const done = handle.job?.state === "done";
	useEffect(() => {
		if (done) router.refresh();
	}, [done, router]);
	return (
		<>
			<p>All of this is made up. A reset deletes your changes and counts on every device.</p>
			{asking ? (
				<p className="d-flex gap-2 align-items-center">
					<Button
						onClick={() => {
							setAsking(false);
							handle.start("demo");
						}}
					>
						reset and lose my changes
					</Button>
					<Button variant="link" onClick={() => setAsking(false)}>
						cancel
					</Button>
				</p>
			) : (
				<Button variant="outline-primary" disabled={handle.job?.state === "running"} onClick={() => setAsking(true)}>
					reset the demo
				</Button>
			)}
			<Progress handle={handle} doing="Resetting the demo" />
			<p role="status">{done && "Reset, up to today."}</p>
		</>
	);
}

const size = (bytes: number): string =>
	bytes >= 1e9 ? `${(bytes / 1e9).toFixed(bytes < 10e9 ? 1 : 0)} GB` : `${Math.max(1, Math.round(bytes / 1e6))} MB`;

/** How large the studio is and how much room is left, in a line; what is amiss stands out. */
const HowItIs = ({ health: { sentence, database, free, answeredIn } }: Pick<RecordsPage, "health">) => (
	<p className={sentence ? "asks" : "mute"}>
		{sentence && `${sentence} `}
		{database !== null && `The database is ${size(database)}`}
		{free !== null && `, with ${size(free)} free disk space`}
		{database !== null && ". "}
		{answeredIn !== null && `It answered in ${answeredIn} ms.`}
	</p>
);

/** Whether the newest backup would come back. */
function NewestBackup({ health: { backup } }: Pick<RecordsPage, "health">) {
	if (!backup) return <p className="mute">No backup has been made here yet.</p>;
	const made = `The newest backup was made on ${dayWords(backup.at.slice(0, 10))}.`;
	if (backup.sound === null) return <p className="mute">{made} It is being checked.</p>;
	return backup.sound ? (
		<p className="mute">{made} It was read completely and can be restored.</p>
	) : (
		<p className="asks">{made} It cannot be restored.</p>
	);
}

const seconds = (ms: number): string => (ms < 1000 ? `${ms} ms` : `${(ms / 1000).toFixed(1)} s`);

/** What a place is called where a coach reads of it; any other by its address. */
const called: Readonly<Record<string, string>> = {
	"/": "Today",
	"/live": "a lesson",
	"/wrap": "the wrap-up",
	"/students": "the students",
	"/students/*": "a student",
	"/students/*/progress": "then and now",
	"/students/*/report": "a season’s report",
	"/ladders/*": "a ladder",
	"/skills/*": "a skill",
	"/lessons/*": "a past lesson",
	"/studio": "all students",
	"/season": "the season",
	"/api/push": "sending counts",
	"/api/pull": "asking for changes",
	"/api/pack": "making a lesson ready",
};

/** What takes longest; nothing where all is answered within a blink. */
function Slowest({ slow }: Pick<RecordsPage, "slow">) {
	if (slow.length === 0) return null;
	return (
		<details className="mute">
			<summary>technical details: slowest pages</summary>
			<FiguresTable
				head={["page", "times", "95 of 100 within", "slowest"]}
				rows={slow.map(({ place, times, within, worst }) => [
					called[place] ?? place,
					times,
					seconds(within),
					seconds(worst),
				])}
			/>
		</details>
	);
}
