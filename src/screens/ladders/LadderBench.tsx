"use client";
import { useMemo, useState } from "react";
import Form from "react-bootstrap/Form";
import { FormProvider, useWatch } from "react-hook-form";
import { stepsOf } from "@/core/build/steps";
import type { Coach } from "@/core/coach/coach";
import type { SlipAt } from "@/core/commands/slip";
import type { Difficulty } from "@/core/difficulty/difficulty";
import type { Ladder, Rung } from "@/core/ladder/ladder";
import { limitsOf } from "@/core/ladder/limits";
import { easedNow, type Rail } from "@/core/ladder/rail";
import type { Twin } from "@/core/ladder/twin";
import type { Side } from "@/core/people/body";
import type { Student } from "@/core/people/student";
import { expectedOn, type Notches } from "@/core/plan/expected";
import type { Differences } from "@/core/skill/differ";
import type { Skill } from "@/core/skill/skill";
import { BenchPage } from "@/ui/BenchPage";
import { BroughtBack } from "@/ui/BroughtBack";
import { today } from "@/ui/dates";
import css from "@/ui/rows.module.css";
import { Bulk } from "./Bulk";
import { Changed } from "./Changed";
import { Cost } from "./Cost";
import { Eased } from "./Eased";
import { GiveTo } from "./GiveTo";
import { LadderActions } from "./LadderActions";
import { LadderHead, OtherSide } from "./LadderHead";
import { LadderMargin } from "./LadderMargin";
import own from "./ladders.module.css";
import { NewerSkill } from "./NewerSkill";
import { RungRows } from "./RungRows";
import { GREATEST } from "./Steps";
import { useLadder } from "./useLadder";
import { useRungEditing } from "./useRungEditing";

export interface LadderBenchProps {
	studio?: string;
	at: { id: string; rev: number } | null;
	owner: { student: string; skill: string };
	student: Pick<Student, "name" | "strongSide" | "protectedParts" | "lacks">;
	skill: Skill;
	ladder: Ladder;
	/** A newer version of the skill, and what reads otherwise in it. */
	newer: { version: string; says: Differences } | null;
	archived: boolean;
	rail: Rail | null;
	coach: Coach;
	twin: Twin | null;
	others: readonly { id: string; name: string; has: boolean }[];
	built: { at: string; rungs: Rung[] } | null;
	lately: { day: string; rungs: Rung[] } | null;
}

const beside = { paddingLeft: "clamp(0px, 12vw, 152px)" };

/** The rung in the margin as one that slipped; null where it did not. */
function slipOf({ at, owner, rail }: LadderBenchProps, rung: string | undefined): SlipAt | null {
	const hole = rail?.holes.find((one) => one.rung === rung);
	if (!at || !rail || !hole?.schedule?.slipped) return null;
	const lesson = hole.recent.at(-1)?.lesson ?? "";
	return { student: owner.student, ladder: at.id, rung: hole.rung, peg: rail.peg, lesson };
}

/** What stands in the columns of the rows. */
const Columns = () => (
	<div className={`${css.columns} ${css.rung}`} aria-hidden="true">
		<span />
		<span />
		<span>rung</span>
		<span>rule</span>
		<span className="text-end">limit</span>
	</div>
);

/** Is each step one difficulty, small enough, with a rule worth trusting? Rows on the rail: a row is a rung. */
export function LadderBench(page: LadderBenchProps) {
	const { at, student, skill, ladder, newer, rail, coach, twin } = page;
	/** A rule put in whole makes the open rung's form anew. */
	const [taken, setTaken] = useState(0);
	const [removed, setRemoved] = useState<string | null>(null);
	const [open, setOpen] = useState<string | null>(null);
	const bench = useLadder(ladder, at, page.owner, (rung) => rung && setOpen(rung));
	const { form, steps: history, setRungs } = bench;
	const editing = useRungEditing(bench, open, setOpen);
	const { rungs, difficulties } = editing;
	const side = useWatch({ control: form.control, name: "side" }) as Side;
	const { steps, expected } = useClimb(rungs, difficulties, rail, coach);
	const limits = limitsOf(rungs, student, [], rail ? easedNow(rail) : undefined);
	// With none open, the margin speaks of the rung where the peg stands.
	const inMargin = open ?? rail?.peg;
	const place = rungs.findIndex((rung) => rung.id === inMargin);
	const hole = rail?.holes.find((one) => one.rung === inMargin) ?? null;

	return (
		<BenchPage
			wide
			keys={keyHints}
			margin={
				<>
					<LadderMargin
						rung={rungs[place] ?? null}
						hole={hole}
						limit={limits.find(({ rung }) => rung === inMargin) ?? null}
						sees={{ side, strong: student.strongSide, unit: coach.unit }}
						coach={coach}
						skill={skill}
						who={student.name}
						studio={page.studio ?? ""}
						slip={slipOf(page, inMargin)}
						prediction={expected?.[place] ?? null}
						onTake={(id, rule) => {
							const i = rungs.findIndex((rung) => rung.id === id);
							form.setValue(`rungs.${i}.settings.rule`, rule as never, { shouldDirty: true });
							bench.commit();
							setTaken(taken + 1);
						}}
					/>
					<Eased page={page} hole={hole} />
				</>
			}
		>
			<FormProvider {...form}>
				<Form onSubmit={bench.make} onBlur={() => bench.editor.source?.flush()} noValidate>
					<div style={beside}>
						<LadderHead student={student} skill={skill} steps={history} />
						{at && <OtherSide id={at.id} side={side} twin={twin} onRefused={bench.setRefused} />}
						{newer && at && <NewerSkill at={at} newer={newer} onRefused={bench.setRefused} />}
						<BroughtBack document={bench} />
						<Columns />
					</div>
					<RungRows
						editing={editing}
						open={open}
						setOpen={setOpen}
						setRungs={setRungs}
						skill={skill}
						rail={rail}
						twin={twin}
						steps={steps}
						limits={limits}
						taken={taken}
						unit={coach.unit}
						onRemoved={setRemoved}
					/>
					<div style={beside}>
						{rungs.length === 0 && (
							<p className="mt-2 mute">
								No rungs yet. Start very easy and end with the real thing. Each rung makes one thing harder.
							</p>
						)}
						<LadderActions
							at={at}
							bench={bench}
							removed={removed}
							archived={page.archived}
							onAdd={() => editing.add()}
							onPutBack={() => {
								history.undo();
								setRemoved(null);
							}}
						/>
						<div className={own.asides}>
							{rail && at && <Cost of={{ ...page, at, rail }} rungs={rungs} difficulties={difficulties} />}
							<Bulk rungs={rungs} onSet={setRungs} />
							{at && <GiveTo ladder={at.id} sided={side !== "none"} others={page.others} />}
							<Changed rungs={() => form.getValues("rungs") as Rung[]} built={page.built} lately={page.lately} />
						</div>
					</div>
				</Form>
			</FormProvider>
		</BenchPage>
	);
}

const keyHints = [
	{ keys: ["a"], does: "add a rung" },
	{ keys: ["↑", "↓"], does: "open the next rung" },
	{ keys: ["↑", "↓"], does: "on a grip: move the row" },
	{ keys: ["Ctrl Z"], does: "undo" },
	{ keys: ["Shift Ctrl Z"], does: "redo" },
];

/** The steps between rungs, and what is to be expected on each; not at each letter: only notches and counts say it. */
function useClimb(rungs: readonly Rung[], difficulties: readonly Difficulty[], rail: Rail | null, coach: Coach) {
	const climbing = JSON.stringify(rungs.map(({ id, settings }) => [id, settings.notches]));
	return useMemo(() => {
		const on = (JSON.parse(climbing) as [string, Notches][]).map(([id, notches]) => ({ id, settings: { notches } }));
		return {
			steps: stepsOf(on as Rung[], difficulties, GREATEST),
			expected: expectedOn(on, rail?.holes ?? [], today(), difficulties, coach),
		};
	}, [climbing, difficulties, rail, coach]);
}
