"use client";

import { useState } from "react";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { readOn } from "@/core/pack/placing";
import { firstAndBest } from "@/ui/scores";
import { useDone, useLive } from "../LiveContext";
import { Choice, Drawer } from "./Drawer";
import { NextRungs } from "./NextRungs";
import { OtherLadders } from "./OtherLadders";

/** What comes next: another rung of this ladder, another ladder, another student; or for whom the count was. */
export function LaddersDrawer() {
	const { board } = useLive();
	return board.ladder ? <Next here={board.ladder} /> : <Assign />;
}

function Next({ here }: { here: PackLadder }) {
	const { view, board, pack } = useLive();
	const { first, best } = here.holes.find((hole) => hole.rung === board.set.placing.rung) ?? {};
	return (
		<Drawer title="What next?">
			<NextRungs ladder={here} />
			<OtherLadders here={here} />
			<h2>To have in mind</h2>
			{here.last && (
				<p className="m-0 mute">
					Last time: {here.last.rung}, {here.last.good} of {here.last.tries} good
					{here.last.cue && `; cue “${here.last.cue}”`}
					{here.last.practise && `; to practise: ${here.last.practise}`}.
				</p>
			)}
			{first && <p className="m-0 mute">This rung: first {firstAndBest(first, best)}.</p>}
			{view.opened?.body.wish && view.opened.student === here.student && (
				<p className="m-0 mute" dir="auto">
					Wish for today: {view.opened.body.wish}
				</p>
			)}
			<Facts pack={pack} student={here.student} />
		</Drawer>
	);
}

/** What was promised and what is parked, at hand while the student is there. */
function Facts({ pack, student }: { pack: Pack; student: string }) {
	const of = (kept: Pack["promises"]) => kept.filter((one) => one.student === student);
	const lines = [
		...of(pack.promises).map((one) => ({ ...one, text: `Promised: ${one.text}` })),
		...of(pack.parked).map((one) => ({ ...one, text: `Parked: ${one.text}` })),
	];
	return lines.map((line) => (
		<p key={line.id} className="m-0 mute" dir="auto">
			{line.text}
		</p>
	));
}

function Assign() {
	const { pack, acts } = useLive();
	const done = useDone();
	const [ladder, setLadder] = useState<PackLadder | null>(null);
	if (ladder)
		return (
			<Drawer title="On which rung?">
				{[...ladder.rungs].reverse().map((rung) => (
					<Choice
						key={rung.id}
						aria-pressed={rung.id === ladder.peg}
						small={rung.id === ladder.peg ? "the peg is here" : undefined}
						onClick={done(() => acts.assign(ladder, rung.id))}
					>
						<span dir="auto">{readOn(ladder, rung.settings.name)}</span>
					</Choice>
				))}
			</Drawer>
		);
	return (
		<Drawer title="For whom was this?">
			{pack.ladders.length === 0 && (
				<p>No ladder is there yet. The count waits here; make a ladder on a student’s page, then say it.</p>
			)}
			{pack.ladders.map((one) => (
				<Choice key={one.id} small={one.skill} onClick={() => setLadder(one)}>
					<span dir="auto">{pack.students.find((s) => s.id === one.student)?.student.name}</span>
				</Choice>
			))}
		</Drawer>
	);
}
