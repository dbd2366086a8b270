"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { FormProvider, useWatch } from "react-hook-form";
import { v7 as uuid } from "uuid";
import { between } from "@/core/build/between";
import type { Difficulty } from "@/core/build/difficulty";
import { stepsOf } from "@/core/build/steps";
import { allDifficulties } from "@/core/build/usual";
import type { Coach } from "@/core/coach/coach";
import { duplicate, mergeDown, split } from "@/core/ladder/edit";
import type { Ladder, Rung } from "@/core/ladder/ladder";
import { limitsOf } from "@/core/ladder/limits";
import type { Rail } from "@/core/ladder/rail";
import { freshRung } from "@/core/ladder/rung";
import type { Twin } from "@/core/ladder/twin";
import type { Side, Student } from "@/core/people/student";
import { ruleKinds, ruleSentence } from "@/core/rules";
import type { Differences } from "@/core/skill/differ";
import type { Skill } from "@/core/skill/skill";
import { moved, without } from "@/core/words/put";
import { takeSkill } from "@/doors/actions";
import { Archive } from "@/ui/Archive";
import { answered } from "@/ui/answered";
import { Bench } from "@/ui/Bench";
import { Differs } from "@/ui/Differs";
import { today } from "@/ui/dates";
import { Refusals } from "@/ui/Refusals";
import css from "@/ui/rows.module.scss";
import { Sortable } from "@/ui/Sortable";
import { useKeys } from "@/ui/useKeys";
import { useUndoKeys } from "@/ui/useUndoKeys";
import { Workbook } from "@/ui/Workbook";
import { Bulk } from "./Bulk";
import { Changed } from "./Changed";
import { expectedOn, type Notches } from "./expected";
import { LadderHead, OtherSide } from "./LadderHead";
import { LadderMargin } from "./LadderMargin";
import own from "./ladders.module.scss";
import { RungFields } from "./RungFields";
import { RungRow } from "./RungRow";
import { GREATEST } from "./Steps";
import { useLadderForm } from "./useLadderForm";

export interface LadderBenchProps {
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
	built: { at: string; rungs: Rung[] } | null;
	lately: { day: string; rungs: Rung[] } | null;
}

const knownRule = (kind: string) => ruleKinds.some((machine) => machine.kind === kind);

/** A rule that is being typed may not be one yet; then there is nothing to read out. */
export const readRule = (rung: Rung["settings"]): string => {
	try {
		return knownRule(rung.rule.kind) ? ruleSentence(rung.rule) : "no rule";
	} catch {
		return "no rule";
	}
};

const beside = { paddingLeft: "clamp(0px, 12vw, 152px)" };

/** Is each step one difficulty, small enough, with a rule worth trusting? Rows on the rail: a row is a rung. */
export function LadderBench(page: LadderBenchProps) {
	const { at, student, skill, ladder, newer, archived, rail, coach, twin } = page;
	const router = useRouter();
	const [open, setOpen] = useState<string | null>(null);
	/** A rule put in whole makes the open rung's form anew. */
	const [taken, setTaken] = useState(0);
	const [removed, setRemoved] = useState<string | null>(null);
	const bench = useLadderForm(ladder, at, page.owner, (rung) => rung && setOpen(rung));
	const { form, steps: history, setRungs, refused, setRefused } = bench;
	const rungs = (useWatch({ control: form.control, name: "rungs" }) ?? []) as Rung[];
	const side = useWatch({ control: form.control, name: "side" }) as Side;
	const difficulties = (useWatch({ control: form.control, name: "difficulties" }) ?? allDifficulties) as Difficulty[];
	const { errors, isSubmitting, isDirty } = form.formState;
	const count = rungs.length;
	const ids = rungs.map(({ id }) => id).reverse();

	// Not at each letter: only notches, and what was counted, say what is to be expected.
	const climbing = JSON.stringify(rungs.map(({ id, settings }) => [id, settings.notches]));
	const { steps, expected } = useMemo(() => {
		const on = (JSON.parse(climbing) as [string, Notches][]).map(([id, notches]) => ({ id, settings: { notches } }));
		return {
			steps: stepsOf(on as Rung[], difficulties, GREATEST),
			expected: expectedOn(on, rail?.holes ?? [], today(), difficulties, coach),
		};
	}, [climbing, difficulties, rail, coach]);
	const limits = limitsOf(rungs, student);

	const latest = useRef({ rungs, difficulties });
	latest.current = { rungs, difficulties };
	const add = useCallback(
		(above?: number) => {
			const rung: Rung = { id: uuid(), settings: freshRung("") };
			setRungs((now) => {
				const place = above === undefined ? now.length : above + 1;
				return [...now.slice(0, place), rung, ...now.slice(place)];
			});
			setOpen(rung.id);
		},
		[setRungs],
	);
	const toggle = useCallback((id: string) => setOpen((now) => (now === id ? null : id)), []);
	/** Halves the step to a rung that is too big, or raises two difficulties at once. */
	const putBetween = useCallback(
		(i: number) => {
			const [lower, upper] = [latest.current.rungs[i - 1], latest.current.rungs[i]];
			const made = lower && upper && between(lower, upper, latest.current.difficulties, uuid);
			if (!made) return;
			setRungs((now) => [...now.slice(0, i), made.rung, ...now.slice(i)]);
			setOpen(made.rung.id);
		},
		[setRungs],
	);
	/** The rung that is open after an edit of the list: the one that was made, if one was. */
	const reshape = (to: (now: Rung[]) => Rung[]) => {
		const before = new Set(rungs.map(({ id }) => id));
		setRungs(to);
		setOpen(form.getValues("rungs").find(({ id }) => !before.has(id))?.id ?? null);
	};
	const step = (by: number) => {
		const i = ids.indexOf(open ?? "");
		const next = ids[Math.min(ids.length - 1, Math.max(0, i + by))];
		if (next) setOpen(next);
	};
	useKeys({ a: () => add(), ArrowUp: () => step(-1), ArrowDown: () => step(1), Escape: () => setOpen(null) });
	useUndoKeys(history.undo, history.redo);
	useEffect(() => {
		if (open && !rungs.some(({ id }) => id === open)) setOpen(null);
	}, [open, rungs]);

	const take = async () => {
		setRefused([]);
		const outcome = await answered(takeSkill(at, newer?.version));
		if (!outcome.ok) return setRefused(outcome.refusals);
		router.refresh();
	};
	// With none open, the margin speaks of the rung where the peg stands.
	const inMargin = open ?? rail?.peg;

	return (
		<Bench
			wide
			keys={[
				{ keys: ["a"], does: "add a rung" },
				{ keys: ["↑", "↓"], does: "open the next rung" },
				{ keys: ["↑", "↓"], does: "on a grip: move the row" },
				{ keys: ["Ctrl Z"], does: "undo" },
				{ keys: ["Shift Ctrl Z"], does: "redo" },
			]}
			margin={
				<LadderMargin
					rung={rungs.find((rung) => rung.id === inMargin) ?? null}
					hole={rail?.holes.find((hole) => hole.rung === inMargin) ?? null}
					limit={limits.find(({ rung }) => rung === inMargin) ?? null}
					sees={{ side, strong: student.strongSide, unit: coach.unit }}
					coach={coach}
					skill={skill}
					who={student.name}
					prediction={expected?.[rungs.findIndex((rung) => rung.id === inMargin)] ?? null}
					onTake={(id, rule) => {
						const i = rungs.findIndex((rung) => rung.id === id);
						form.setValue(`rungs.${i}.settings.rule`, rule as never, { shouldDirty: true });
						history.mark();
						setTaken(taken + 1);
					}}
				/>
			}
		>
			<FormProvider {...form}>
				<Form onSubmit={bench.save} onBlur={history.flush} noValidate>
					<div style={beside}>
						<LadderHead student={student} skill={skill} steps={history} />
						{at && !isDirty && <OtherSide id={at.id} side={side} twin={twin} onRefused={setRefused} />}
						{newer && at && (
							<section aria-label="The skill was revised" className="mb-2">
								<p className="asks m-0">
									The skill was revised; this ladder follows it as it was.{" "}
									<Button variant="outline-primary" size="sm" onClick={take}>
										take the new one
									</Button>
								</p>
								<Differs says={newer.says} />
							</section>
						)}
						{bench.restored && (
							<p className="hint m-0">
								What you had typed was brought back.{" "}
								<Button
									variant="link"
									onClick={() => {
										bench.forget();
										form.reset(ladder);
									}}
								>
									let it go
								</Button>
							</p>
						)}
						<div className={`${css.columns} ${css.rung}`} aria-hidden="true">
							<span />
							<span />
							<span>rung</span>
							<span>rule</span>
							<span className="text-end">limit</span>
						</div>
					</div>
					<Sortable
						ids={ids}
						onStart={() => setOpen(null)}
						onMove={(from, to) => setRungs((now) => moved(now, count - 1 - from, count - 1 - to))}
					>
						{/* The ladder stands upright: its top rung is the top row. */}
						{ids.map((id, row) => {
							const i = count - 1 - row;
							const { settings } = rungs[i] as Rung;
							const isOpen = open === id;
							return (
								<RungRow
									key={id}
									{...{ id, isOpen }}
									index={i}
									name={settings.name}
									rule={readRule(settings)}
									limit={settings.limit}
									hole={rail?.holes.find((hole) => hole.rung === id)?.state ?? "open"}
									peg={rail?.peg === id}
									other={twin?.pegIndex === i && !isDirty ? twin.side : null}
									step={steps[i]}
									bad={Boolean(errors.rungs?.[i])}
									limited={limits.find(({ rung }) => rung === id)?.what ?? null}
									onToggle={toggle}
									onBetween={putBetween}
								>
									{isOpen && (
										<RungFields
											// Inputs belong to a place in the list: a row that moved gets new ones.
											key={`place ${i} ${taken}`}
											index={i}
											positions={skill.positions}
											difficulties={difficulties}
											unit={coach.unit}
											onAbove={() => add(i)}
											onCopy={() => reshape((now) => duplicate(now, i, uuid))}
											onSplit={() => reshape((now) => split(now, i, uuid))}
											onMerge={i > 0 ? () => reshape((now) => mergeDown(now, i)) : null}
											onRemove={() => {
												setRemoved(settings.name || "A rung");
												setRungs((now) => without(now, i));
											}}
										/>
									)}
								</RungRow>
							);
						})}
					</Sortable>
					<div style={beside}>
						{count === 0 && (
							<p className="mt-2 mute">No rung yet. From very easy to the real thing, each one difficulty more.</p>
						)}
						<Refusals
							refusals={[
								...refused,
								...(errors.rungs?.message ? [{ path: "rungs", sentence: errors.rungs.message }] : []),
							]}
						/>
						<div className={css.actions}>
							<Button variant="outline-primary" onClick={() => add()}>
								add a rung on top
							</Button>
							<Button type="submit" disabled={isSubmitting}>
								{at ? "save the ladder" : "make the ladder"}
							</Button>
							{isDirty && <span className="hint">not saved yet; kept on this device</span>}
							{at && !isDirty && (
								<>
									<Link className="btn btn-outline-primary" href={`/ladders/${at.id}/start`}>
										start where?
									</Link>
									<Link className="btn btn-outline-primary" href={`/ladders/${at.id}/card`}>
										card to pin up
									</Link>
									<Archive what="ladder" id={at.id} archived={archived} />
									<Workbook of="ladder" id={at.id} />
								</>
							)}
							{removed && history.canUndo && (
								<span role="status">
									<span dir="auto">{removed}</span> taken out.{" "}
									<Button
										variant="link"
										onClick={() => {
											history.undo();
											setRemoved(null);
										}}
									>
										put it back
									</Button>
								</span>
							)}
						</div>
						<div className={own.asides}>
							<Bulk rungs={rungs} onSet={setRungs} />
							<Changed rungs={() => form.getValues("rungs") as Rung[]} built={page.built} lately={page.lately} />
						</div>
					</div>
				</Form>
			</FormProvider>
		</Bench>
	);
}
