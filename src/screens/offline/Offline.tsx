"use client";

import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import type { Pack } from "@/core/pack/pack";
import { sum } from "@/core/statistics/sums";
import { plural } from "@/core/text/lists";
import { type HeldLesson, lessonsHere, packAhead } from "@/device/ahead";
import { begin } from "@/device/begin";
import css from "@/ui/rows.module.css";
import own from "./offline.module.css";

/** Without a signal: the lessons that are here, and every ladder a lesson can be begun on. Plain links, so that each page comes from this device. */
export function Offline() {
	const [here, setHere] = useState<{ pack: Pack | null; lessons: HeldLesson[] } | null>(null);
	const [failed, setFailed] = useState(false);
	useEffect(() => {
		void Promise.all([packAhead(), lessonsHere()])
			.then(([pack, lessons]) => setHere({ pack, lessons }))
			.catch(() => setHere({ pack: null, lessons: [] }));
		const back = () => window.location.reload();
		window.addEventListener("online", back);
		return () => window.removeEventListener("online", back);
	}, []);
	const start = async (ladder: string | null) => {
		setFailed(false);
		try {
			window.location.assign(await begin(ladder));
		} catch {
			setFailed(true);
		}
	};
	const nameOf = (id: string | null) => here?.pack?.students.find((one) => one.id === id)?.student.name;
	const waiting = sum(here?.lessons ?? [], (lesson) => lesson.waiting);
	return (
		<main className={own.page}>
			<h1>No connection</h1>
			<p>
				The server does not answer. You can still start and count lessons. All is saved on this device and sent later.{" "}
				<Button variant="link" onClick={() => window.location.reload()}>
					try again
				</Button>
			</p>
			{waiting > 0 && (
				<p role="status">
					<b>{waiting}</b> {waiting === 1 ? "entry is" : "entries are"} not sent yet.
				</p>
			)}
			{here && here.lessons.length > 0 && (
				<section aria-label="Today on this device">
					<h2>Today on this device</h2>
					<ul className={css.plain}>
						{here.lessons.map((lesson) => (
							<li key={lesson.lesson} className={own.line}>
								<span dir="auto">
									{lesson.students.map(nameOf).filter(Boolean).join(", ") || "Quick count"},{" "}
									{plural(lesson.tries, "try")}
									{lesson.closed && ", finished"}
									{lesson.waiting === 0 && ", all sent"}
								</span>
								{!lesson.closed && (
									<>
										<a className="btn btn-primary" href={`/live?lesson=${lesson.lesson}`}>
											continue lesson
										</a>
										<a className="btn btn-outline-primary" href={`/wrap?lesson=${lesson.lesson}`}>
											wrap up
										</a>
									</>
								)}
							</li>
						))}
					</ul>
				</section>
			)}
			{failed && (
				<p role="alert" className="asks">
					This device could not save a lesson. Free some space, then press again.
				</p>
			)}
			{here && !here.pack && <p>This device has no students ready yet. Open Today once while the server answers.</p>}
			{here?.pack && (
				<section aria-label="Start a lesson">
					<h2>Start a lesson</h2>
					<ul className={css.plain}>
						<li className={own.line}>
							<span>No student yet</span>
							<Button variant="outline-primary" onClick={() => void start(null)}>
								quick count
							</Button>
						</li>
						{here.pack.ladders.map((ladder) => (
							<li key={ladder.id} className={own.line}>
								<span>
									<b dir="auto">{nameOf(ladder.student)}</b>{" "}
									<span dir="auto">
										{ladder.skill}
										{ladder.side === "none" ? "" : `, ${ladder.side}`}
									</span>
									<br />
									<span className="mute" dir="auto">
										{ladder.rungs.find(({ id }) => id === ladder.peg)?.settings.name}
									</span>
								</span>
								<Button
									aria-label={`start lesson: ${nameOf(ladder.student)}, ${ladder.skill}, ${ladder.side}`}
									onClick={() => void start(ladder.id)}
								>
									start lesson
								</Button>
							</li>
						))}
					</ul>
				</section>
			)}
			<p>
				<a href="/sums">Calculators</a> and the <a href="/position">position check</a> work without a signal too.
			</p>
		</main>
	);
}
