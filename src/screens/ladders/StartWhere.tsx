"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { highestStart, nextProbe, PROBE_TRIES, type Probe, proposeStart } from "@/core/build/assess";
import * as commands from "@/core/commands";
import { plainAttempt, probeEvidence, probesIn } from "@/core/commands/assess";
import type { Ladder, Rung } from "@/core/ladder/ladder";
import { limitsOf } from "@/core/ladder/limits";
import type { Rail } from "@/core/ladder/rail";
import type { Sketch } from "@/core/ladder/sketch";
import type { PackLadder } from "@/core/pack/pack";
import { placeOn, variationOn } from "@/core/pack/placing";
import type { Student } from "@/core/people/student";
import { readSides } from "@/core/skill/sides";
import type { Skill } from "@/core/skill/skill";
import { plural } from "@/core/text/lists";
import { begin } from "@/device/begin";
import { type OpenLesson, useLesson, useLessonId } from "@/screens/live/useLesson";
import { BenchPage } from "@/ui/BenchPage";
import Link from "@/ui/Link";
import { Rail as RailView } from "@/ui/Rail";
import css from "@/ui/rows.module.css";
import { useKeys } from "@/ui/useKeys";
import own from "./ladders.module.css";
import { type Sees, SketchView } from "./SketchView";

interface Props {
	at: { id: string; rev: number };
	student: Pick<Student, "name" | "strongSide" | "protectedParts" | "lacks">;
	skill: Skill;
	ladder: Ladder;
	rail: Rail;
	sees: Sees;
}

/** Where does this student start? A few tries on two or three rungs say it, and the coach decides. */
export function StartWhere(page: Props) {
	const { at, student, skill, ladder, rail, sees } = page;
	const router = useRouter();
	const named = useLessonId();
	const [lesson, setLesson] = useState<string | null>(null);
	useEffect(() => setLesson(named), [named]);
	const limits = limitsOf(ladder.rungs, student);
	const first = nextProbe(ladder.rungs, [], limits, rail.pegIndex);
	const top = highestStart(ladder.rungs, rail.pegIndex);
	const start = async (index: number) => {
		// The address holds the lesson: a reload goes on where it was.
		const address = await begin(at.id, { minutes: null }, { onRung: ladder.rungs[index]?.id });
		const id = new URL(address, window.location.href).searchParams.get("lesson");
		window.history.replaceState(null, "", `?lesson=${id}`);
		setLesson(id);
	};
	return (
		<BenchPage
			spine={
				<RailView
					holes={rail.holes}
					pegIndex={rail.pegIndex}
					pitch={Math.min(40, 520 / ladder.rungs.length)}
					width={80}
					label={skill.name}
				/>
			}
			margin={
				<div className={css.note}>
					<h2>How it works</h2>
					<p className="m-0">
						{PROBE_TRIES} tries on the middle rung still possible. 3 or 4 good: too easy, go higher. 0 or 1: too hard to
						start on. 2: start here. All tries are logged.
					</p>
					{top < ladder.rungs.length - 1 && (
						<p className="m-0 mt-2">
							Not above rung {top + 1}, <b dir="auto">{readSides(ladder.rungs[top]?.settings.name ?? "", sees)}</b>. It
							has a caution, so it cannot be skipped untried.
						</p>
					)}
				</div>
			}
		>
			<h1>
				<span dir="auto">{student.name}</span> · <span dir="auto">{skill.name}</span>: find the starting rung
			</h1>
			{lesson ? (
				<Probing key={lesson} page={page} id={lesson} />
			) : first === null ? (
				<p>
					Nothing to test: the peg is on the highest rung it may start on.{" "}
					<Link href={`/ladders/${at.id}`}>Back to the ladder</Link>
				</p>
			) : (
				<>
					<p className="mt-3">
						You test two or three rungs, {PROBE_TRIES} tries each. From the peg up, first:{" "}
						<b dir="auto">{readSides(ladder.rungs[first]?.settings.name ?? "", sees)}</b>.
					</p>
					<div className={css.actions}>
						<Button
							onClick={async () => {
								await start(first);
								router.prefetch("/live");
							}}
						>
							start with rung {first + 1}
						</Button>
						<Link className="btn btn-outline-primary" href={`/ladders/${at.id}`}>
							cancel
						</Link>
					</div>
				</>
			)}
		</BenchPage>
	);
}

function Probing({ page, id }: { page: Props; id: string }) {
	const open = useLesson(id);
	const { state } = open;
	const packed = state.pack?.ladders.find((one) => one.id === page.at.id);
	if (state.missing) return <p>Lesson not found. Start again from the ladder.</p>;
	if (!packed || !state.ready) return <p>Opening.</p>;
	return <Probes page={page} open={open} packed={packed} />;
}

function Probes({ page, open, packed }: { page: Props; open: OpenLesson; packed: PackLadder }) {
	const { ladder, student, rail, sees } = page;
	const { lesson, state } = open;
	const { view } = state;
	const { rungs } = ladder;
	const limits = limitsOf(rungs, student);
	const probes = probesIn(view, packed);
	const set = view.current;
	const index = rungs.findIndex(({ id }) => id === set?.placing.rung);
	const tried = probes.some(({ rung }) => rung === index);
	const next = tried ? nextProbe(rungs, probes, limits, rail.pegIndex) : index;
	const moved = view.moves.length > 0;
	const count = (good: boolean, off?: string) => {
		if (!set || tried) return;
		for (const act of commands.attemptIn(uuid, set, plainAttempt(set.placing.settings, good, off))) lesson.write(act);
	};
	const undo = () => {
		const last = commands.lastAct(view, state.device ?? "");
		if (last) lesson.write(commands.takeBack(last.targets));
	};
	useKeys({ g: () => count(true), m: () => count(false), u: undo });
	if (!set) return <p>No rung is open here.</p>;
	if (moved || next === null) return <Proposed page={page} open={open} packed={packed} probes={probes} done={moved} />;
	const rung = rungs[index] as Rung;
	const tries = view.visits.find((visit) => visit.rung === rung.id && visit.ladder === packed.id)?.tries ?? [];
	const counted = tries.filter((one) => one.counted);
	return (
		<section aria-label="Trying" className="mt-3">
			<p className="m-0 mute">
				Rung {index + 1} of {rungs.length}
				{probes.length > 0 &&
					`, after ${probes.map((probe) => `${probe.good} of ${probe.tries} on rung ${probe.rung + 1}`).join(", ")}`}
			</p>
			<p className={`${css.sentence} m-0`} dir="auto">
				{readSides(rung.settings.name, sees)}
			</p>
			<p className="m-0" dir="auto">
				{readSides(rung.settings.drill, sees)}
			</p>
			{rung.settings.care.length > 0 && <p className="m-0 asks">First: {rung.settings.care.join(", ")}.</p>}
			{rung.settings.sketch && <SketchView sketch={rung.settings.sketch as Sketch} sees={sees} />}
			{tried ? (
				<div className={css.actions}>
					<Button onClick={() => lesson.write(goTo(next))}>
						on to rung {next + 1}, {readSides(rungs[next]?.settings.name ?? "", sees)}
					</Button>
					<Button variant="link" onClick={undo}>
						undo
					</Button>
				</div>
			) : (
				<>
					<p className={`${own.probed} m-0`} role="status">
						<b>{counted.filter((one) => one.good).length}</b> good of <b>{counted.length}</b>,{" "}
						{PROBE_TRIES - counted.length} to go
					</p>
					<div className={own.probing}>
						<Button onClick={() => count(true)}>good</Button>
						<Button variant="outline-primary" onClick={() => count(false)}>
							not good
						</Button>
						<Button variant="link" disabled={counted.length === 0} onClick={undo}>
							undo
						</Button>
					</div>
					{set.placing.positions.length > 0 && (
						<fieldset className={own.probing}>
							<legend className="form-label m-0">Not good: what was off?</legend>
							{set.placing.positions.map(({ id, short }) => (
								<Button key={id} variant="outline-primary" onClick={() => count(false, id)}>
									{short}
								</Button>
							))}
						</fieldset>
					)}
				</>
			)}
		</section>
	);

	function goTo(rungIndex: number) {
		const to = rungs[rungIndex] as Rung;
		return commands.switchTo(uuid, set, placeOn(packed, to.id), variationOn(packed, to.id));
	}
}

function Proposed({
	page,
	open,
	packed,
	probes,
	done,
}: {
	page: Props;
	open: OpenLesson;
	packed: PackLadder;
	probes: readonly Probe[];
	/** The peg was moved already. */
	done: boolean;
}) {
	const { ladder, student, rail, sees, at } = page;
	const { lesson, state } = open;
	const router = useRouter();
	const { rungs } = ladder;
	const from = rail.pegIndex;
	const proposal = proposeStart(rungs, probes, limitsOf(rungs, student), from);
	const [chosen, setChosen] = useState(proposal.start);
	const nameOf = (i: number) => readSides(rungs[i]?.settings.name ?? "", sees);
	const take = async () => {
		const to = rungs[chosen];
		if (to && chosen !== from)
			lesson.write(
				commands.movePeg(uuid, state.view, state.view.current, packed, to.id, {
					from: rungs[from]?.id ?? packed.peg,
					reason: "tested out",
					evidence: probeEvidence(state.view, packed),
				}),
			);
		await lesson.settled();
		router.push(`/live?lesson=${lesson.lesson}`);
	};
	if (done)
		return (
			<p className="mt-3">
				Peg moved. <Link href={`/live?lesson=${lesson.lesson}`}>go on with the lesson</Link>
			</p>
		);
	return (
		<section aria-label="Proposed start" className="mt-3">
			<p className="m-0 mute">Start on rung {proposal.start + 1}</p>
			<p className={`${css.sentence} m-0`} dir="auto" data-testid="proposal">
				{nameOf(proposal.start)}
			</p>
			<p dir="auto">
				{readSides(proposal.reason, sees)}
				{proposal.skipped > 0 &&
					` ${plural(proposal.skipped, "rung")} below ${proposal.skipped === 1 ? "is" : "are"} marked as skipped.`}
			</p>
			<Form.Group controlId="chosen" style={{ maxWidth: 420 }}>
				<Form.Label>Start on</Form.Label>
				<Form.Select value={chosen} onChange={(event) => setChosen(Number(event.target.value))}>
					{rungs.slice(0, highestStart(rungs, from) + 1).map((rung, i) =>
						i < from ? null : (
							<option key={rung.id} value={i}>
								{i + 1}, {nameOf(i)}
							</option>
						),
					)}
				</Form.Select>
			</Form.Group>
			<div className={css.actions}>
				<Button onClick={() => void take()}>start there and count</Button>
				<Link className="btn btn-outline-primary" href={`/ladders/${at.id}`}>
					leave the peg here
				</Link>
			</div>
		</section>
	);
}
