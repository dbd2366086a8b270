"use client";

import { useState } from "react";
import { wishOf } from "@/core/log/wish";
import { labelsIn, ladderWords } from "@/core/pack/labels";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { readOn } from "@/core/pack/placing";
import { makeSomebody } from "@/server/actions";
import { Refusals } from "@/ui/Refusals";
import { firstAndBest } from "@/ui/scores";
import { useRefusals } from "@/ui/useRefusals";
import { useDone, useLive } from "../LiveContext";
import { Choice, Drawer } from "./Drawer";
import { NextRungs } from "./NextRungs";
import { OtherLadders } from "./OtherLadders";
import { isSought, MANY, Search } from "./Search";

/** What comes next: another rung of this ladder, another ladder, another student; or for whom the count was. */
export function LaddersDrawer() {
	const { board } = useLive();
	return board.ladder ? <Next here={board.ladder} /> : <Assign />;
}

function Next({ here }: { here: PackLadder }) {
	const { view, board, pack } = useLive();
	const { first, best } = here.holes.find((hole) => hole.rung === board.set.placing.rung) ?? {};
	const wish = wishOf(view, here.student);
	return (
		<Drawer title="What next?">
			<Advised />
			<NextRungs ladder={here} />
			<OtherLadders here={here} />
			<h2>Remember</h2>
			{here.last && (
				<p className="m-0 mute">
					Last time: {readOn(here, here.last.rung)}, {here.last.good} of {here.last.tries} good
					{here.last.result && `, ${here.last.result}`}
					{here.last.cue && `, cue “${here.last.cue}”`}
					{here.last.practise && `, to practise: ${here.last.practise}`}.
				</p>
			)}
			{first && <p className="m-0 mute">This rung: first {firstAndBest(first, best)}.</p>}
			{wish && (
				<p className="m-0 mute" dir="auto">
					Wish for today: {wish}
				</p>
			)}
			<Facts pack={pack} student={here.student} />
		</Drawer>
	);
}

/** What the advice would do, where it would do something: the same press as *follow*. */
function Advised() {
	const { board, acts } = useLive();
	const done = useDone();
	const { advice } = board;
	// This drawer is what such an advice opens.
	if (advice.act === null || advice.act.kind === "next") return null;
	return (
		<>
			<h2>Advice</h2>
			<Choice small={advice.reason} onClick={done(() => acts.follow(advice))}>
				follow: {advice.title}
			</Choice>
		</>
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

/** The rung the peg is on first, then its neighbours, then what is further away. */
const fromThePeg = ({ rungs, peg }: PackLadder) => {
	const at = rungs.findIndex(({ id }) => id === peg);
	return rungs
		.map((rung, i) => ({ rung, away: Math.abs(i - at) - (i > at ? 0.5 : 0) }))
		.sort((a, b) => a.away - b.away)
		.map(({ rung }) => rung);
};

function Assign() {
	const { pack, acts } = useLive();
	const done = useDone();
	const [chosen, setChosen] = useState<string | null>(null);
	const [sought, setSought] = useState("");
	const ladder = pack.ladders.find(({ id }) => id === chosen);
	if (ladder)
		return (
			<Drawer title="Which rung?">
				{fromThePeg(ladder).map((rung) => (
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
	const shown = pack.ladders.filter(({ id }) => isSought(ladderWords(pack, id), sought));
	return (
		<Drawer title="Which student?">
			{pack.ladders.length > MANY && <Search label="Search students" value={sought} onChange={setSought} />}
			{shown.map((one) => (
				<Choice key={one.id} small={labelsIn(pack).get(one.id)?.what} onClick={() => setChosen(one.id)}>
					<span dir="auto">{labelsIn(pack).get(one.id)?.name}</span>
				</Choice>
			))}
			<SomebodyNew onMade={setChosen} />
		</Drawer>
	);
}

/** Nobody of that name yet: made here, with the skill and three plain rungs, and the count is theirs. */
function SomebodyNew({ onMade }: { onMade: (ladder: string) => void }) {
	const { lesson } = useLive();
	const [name, setName] = useState("");
	const [skill, setSkill] = useState("");
	const [busy, setBusy] = useState(false);
	const { refused, ask } = useRefusals();
	return (
		<form
			className="d-flex flex-column gap-2"
			onSubmit={async (event) => {
				event.preventDefault();
				setBusy(true);
				const made = await ask(makeSomebody(name, skill));
				if (made.ok) {
					await lesson.freshPack();
					onMade(made.value.id);
				}
				setBusy(false);
			}}
		>
			<h2>New student</h2>
			<input
				className="form-control"
				aria-label="Their name"
				placeholder="their name"
				maxLength={80}
				value={name}
				onChange={(event) => setName(event.target.value)}
				dir="auto"
			/>
			<input
				className="form-control"
				aria-label="What they learn"
				placeholder="what they learn"
				maxLength={80}
				value={skill}
				onChange={(event) => setSkill(event.target.value)}
				dir="auto"
			/>
			<Refusals refusals={refused} />
			<Choice type="submit" disabled={busy || !name.trim() || !skill.trim()} small="with three plain rungs">
				use this student
			</Choice>
		</form>
	);
}
