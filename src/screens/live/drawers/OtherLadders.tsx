"use client";

import { useState } from "react";
import { pegIn } from "@/core/commands/peg";
import { ladderWords } from "@/core/pack/labels";
import type { PackLadder } from "@/core/pack/pack";
import { readOn } from "@/core/pack/placing";
import { useDone, useLive } from "../LiveContext";
import { Choice, Choices } from "./Drawer";
import { isSought, MANY, Search } from "./Search";

const ways = [
	{ words: "then", turn: 0, joint: false },
	{ words: "in turn", turn: 1, joint: false },
	{ words: "in turn by 3", turn: 3, joint: false },
	{ words: "in turn by 5", turn: 5, joint: false },
	{ words: "together", turn: 1, joint: true },
] as const;
interface Way {
	words: string;
	turn: number;
	joint: boolean;
}

/** The student's other ladders, then those of the others; after this one, or in turn with it. */
export function OtherLadders({ here }: { here: PackLadder }) {
	const { view, board, pack, acts } = useLive();
	const done = useDone();
	const { swapAfter } = board.set.placing.settings;
	const offered: Way[] = [
		...ways,
		...(swapAfter && !ways.some(({ turn, joint }) => turn === swapAfter && !joint)
			? [{ words: `in turn by ${swapAfter}`, turn: swapAfter, joint: false }]
			: []),
	];
	const [way, setWay] = useState<Way>(ways[0]);
	const [sought, setSought] = useState("");
	const words = ({ id }: PackLadder) => ladderWords(pack, id);
	const others = pack.ladders
		.filter((ladder) => ladder.id !== here.id)
		.sort((a, b) => Number(b.student === here.student) - Number(a.student === here.student));
	const shown = others.filter((ladder) => isSought(words(ladder), sought));
	return (
		<>
			<h2>Another ladder</h2>
			{others.length === 0 && <p className="m-0">No other ladders yet.</p>}
			{others.length > 0 && board.ladder && (
				<Choices>
					{offered.map((one) => (
						<Choice key={one.words} aria-pressed={one.words === way.words} onClick={() => setWay(one)}>
							{one.words}
						</Choice>
					))}
				</Choices>
			)}
			{others.length > MANY && <Search label="Search ladders" value={sought} onChange={setSought} />}
			{shown.map((ladder) => {
				const peg = ladder.rungs.find((rung) => rung.id === pegIn(view, ladder));
				return (
					<Choice
						key={ladder.id}
						small={peg && readOn(ladder, peg.settings.name)}
						onClick={done(() => (way.turn > 0 ? acts.takeTurns(ladder, way.turn, way.joint) : acts.ladder(ladder)))}
					>
						<span dir="auto">{words(ladder)}</span>
					</Choice>
				);
			})}
		</>
	);
}
