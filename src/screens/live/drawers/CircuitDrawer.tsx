"use client";

import { useState } from "react";
import { ladderWords } from "@/core/pack/labels";
import type { PackLadder } from "@/core/pack/pack";
import { isOut, readOn } from "@/core/pack/placing";
import { plural } from "@/core/text/lists";
import { useDone, useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";

const MOST = 12;
const each = [3, 5, 10];

interface Stop {
	ladder: string;
	rung: string;
}

/** Drills of the student's ladders, one after the other in the order they are touched, so many tries each; the pegs stay. */
export function CircuitDrawer() {
	const { board, pack, acts } = useLive();
	const done = useDone();
	const [stops, setStops] = useState<Stop[]>([]);
	const here = board.ladder;
	if (!here) return null;
	const ladders = [here, ...pack.ladders.filter((one) => one.id !== here.id && one.student === here.student)];
	const placeOf = (stop: Stop) => stops.findIndex((one) => one.ladder === stop.ladder && one.rung === stop.rung);
	const toggle = (stop: Stop) => {
		const at = placeOf(stop);
		setStops(at < 0 ? [...stops, stop].slice(0, MOST) : stops.toSpliced(at, 1));
	};
	const start = (tries: number) => {
		const first = stops[0];
		const ladder = ladders.find(({ id }) => id === first?.ladder);
		if (!first || !ladder) return;
		acts.workHere(ladder, first.rung, "here today", { stops, at: 0, each: tries, of: "tries" });
	};
	const row = (ladder: PackLadder) =>
		ladder.rungs
			.filter(({ id }) => !isOut(ladder, id))
			.map(({ id, settings }, i) => {
				const at = placeOf({ ladder: ladder.id, rung: id });
				return (
					<Choice
						key={id}
						aria-pressed={at >= 0}
						small={at >= 0 ? `drill ${at + 1} of the circuit` : `rung ${i + 1}`}
						disabled={at < 0 && stops.length >= MOST}
						onClick={() => toggle({ ladder: ladder.id, rung: id })}
					>
						<span dir="auto">{readOn(ladder, settings.name)}</span>
					</Choice>
				);
			});
	return (
		<Drawer title="Your own circuit">
			<p className="m-0" role="status">
				{stops.length === 0
					? "Touch the drills in order. The pegs stay where they are."
					: `${plural(stops.length, "drill")}. How many tries each?`}
			</p>
			<Choices>
				{each.map((tries) => (
					<Choice key={tries} disabled={stops.length === 0} onClick={done(() => start(tries))}>
						{tries} each
					</Choice>
				))}
			</Choices>
			{ladders.map((ladder) => (
				<section key={ladder.id} aria-labelledby={`circuit-${ladder.id}`}>
					<h2 id={`circuit-${ladder.id}`} dir="auto">
						{ladderWords(pack, ladder.id)}
					</h2>
					<Choices>{row(ladder)}</Choices>
				</section>
			))}
		</Drawer>
	);
}
