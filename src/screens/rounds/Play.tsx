"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { list } from "@/core/text/lists";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import css from "./rounds.module.css";
import { useRoundClock } from "./useRoundClock";
import { type KeptRound, type Player, type RoundSettings, useRounds } from "./useRounds";

/** The clock, who does, and their scores once it has run out. */
export function Play({
	studio,
	players,
	settings,
}: {
	studio: string;
	players: readonly Player[];
	settings: RoundSettings;
}) {
	const rounds = useRounds(studio, players, settings);
	const [over, setOver] = useState(false);
	const clock = useRoundClock(settings.seconds, () => setOver(true));
	const { doers, waits, kept, closed } = rounds;
	const nameOf = (id: string) => players.find(({ student }) => student === id)?.name ?? "";
	return (
		<>
			<p className={css.left} role="timer">
				<b data-testid="left">{clock.left}</b> seconds
				{clock.running ? (
					<Button variant="outline-primary" onClick={clock.stop}>
						stop the clock
					</Button>
				) : (
					!over && !closed && <Button onClick={clock.start}>start round {rounds.round + 1}</Button>
				)}
			</p>
			{waits && (
				<p className="m-0" dir="auto">
					<b>{nameOf(waits)}</b> waits while these pairs take turns, and plays next.
				</p>
			)}
			<Form
				onSubmit={async (event) => {
					event.preventDefault();
					if (await rounds.keep()) setOver(false);
				}}
			>
				<ol className={css.doers} aria-label="Who does what">
					{doers.map(({ student, name, does }) => {
						const counts = rounds.counts(student);
						return (
							<li key={student}>
								<span dir="auto">
									<b>{name}</b> {does}
									{counts && <span className="mute"> · {nameOf(counts)} counts</span>}
								</span>
								{over && (
									<Form.Control
										aria-label={`Score of ${name}`}
										autoComplete="off"
										placeholder="7, or 7 of 9"
										value={rounds.typed[student] ?? ""}
										onChange={(event) => rounds.type(student, event.target.value)}
									/>
								)}
							</li>
						);
					})}
				</ol>
				<Refusals refusals={rounds.refused} />
				{over && (
					<Button type="submit" className="mt-2">
						save the round
					</Button>
				)}
			</Form>
			{kept.map((one) => (
				<Kept key={one.round} of={one} ranked={settings.ranked} />
			))}
			{kept.length > 0 && !closed && (
				<Button variant="outline-primary" className="mt-3" onClick={() => void rounds.close()}>
					finish: that was the last round
				</Button>
			)}
			{closed && (
				<p role="status">
					Each score is saved on that student’s ladder: {list(players.map(({ name }) => name))}:{" "}
					<Link href={`/lessons/${rounds.lesson}`}>see the lesson</Link>.
				</p>
			)}
		</>
	);
}

const Kept = ({ of: { round, scores }, ranked }: { of: KeptRound; ranked: boolean }) => (
	<section aria-label={`Round ${round + 1}`} className={css.told}>
		<h2>Round {round + 1}</h2>
		<ul>
			{(ranked ? [...scores].sort((a, b) => b.good - a.good) : scores).map(({ name, good, tries, best }) => (
				<li key={name} dir="auto">
					{name} <b>{good}</b>
					{tries !== good && ` of ${tries}`}
					{best && <b className="asks"> a personal best</b>}
				</li>
			))}
		</ul>
	</section>
);
