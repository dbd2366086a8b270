"use client";

import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { FormProvider, useFieldArray, useForm, useWatch } from "react-hook-form";
import { v7 as uuid } from "uuid";
import { between } from "@/core/build/between";
import { allDifficulties } from "@/core/build/difficulty";
import { stepsOf } from "@/core/build/steps";
import { Ladder, policies, policyWords, type Rung } from "@/core/ladder/ladder";
import type { Rail } from "@/core/ladder/rail";
import { freshRung, rungLabels } from "@/core/ladder/rung";
import { type Side, sideWords } from "@/core/people/student";
import { ruleKinds, ruleSentence } from "@/core/rules";
import type { Differences } from "@/core/skill/differ";
import type { Skill } from "@/core/skill/skill";
import type { Refusal } from "@/core/words/refuse";
import { keepLadder, takeSkill } from "@/doors/actions";
import { Archive } from "@/ui/Archive";
import { Bench } from "@/ui/Bench";
import { Differs } from "@/ui/Differs";
import { today } from "@/ui/dates";
import { RailCell } from "@/ui/Rail";
import { Refusals } from "@/ui/Refusals";
import { Row } from "@/ui/Row";
import css from "@/ui/rows.module.scss";
import { Sortable, SortableRow } from "@/ui/Sortable";
import { firstBadRow, sentenceResolver } from "@/ui/sentenceResolver";
import { useDraft } from "@/ui/useDraft";
import { useKeys } from "@/ui/useKeys";
import { Workbook } from "@/ui/Workbook";
import { expectedOn, type Notches } from "./expected";
import { FollowFields } from "./FollowFields";
import { LadderMargin } from "./LadderMargin";
import own from "./ladders.module.scss";
import { RungFields } from "./RungFields";
import { GREATEST, StepBar } from "./Steps";

export interface LadderBenchProps {
	at: { id: string; rev: number } | null;
	owner: { student: string; skill: string };
	studentName: string;
	strongSide: "left" | "right";
	skill: Skill;
	ladder: Ladder;
	/** A newer version of the skill, and what reads otherwise in it. */
	newer: { version: string; says: Differences } | null;
	archived: boolean;
	rail: Rail | null;
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

/** Is each step one difficulty, small enough, with a rule worth trusting? Rows on the rail: a row is a rung. */
export function LadderBench({
	at,
	owner,
	studentName,
	strongSide,
	skill,
	ladder,
	newer,
	archived,
	rail,
}: LadderBenchProps) {
	const router = useRouter();
	const [open, setOpen] = useState<string | null>(null);
	const [refused, setRefused] = useState<Refusal[]>([]);
	/** A rule put in whole makes the open rung's form anew. */
	const [taken, setTaken] = useState(0);
	const [removed, setRemoved] = useState<{ rung: Rung; index: number } | null>(null);
	const form = useForm<Ladder, unknown, Ladder>({
		defaultValues: ladder,
		resolver: sentenceResolver(Ladder, { ...rungLabels, settings: "settings" }),
	});
	const { restored, forget } = useDraft(
		`ladder ${at?.id ?? `new ${owner.student} ${owner.skill}`}`,
		at?.rev ?? 0,
		form as never,
	);
	const rows = useFieldArray({ control: form.control, name: "rungs", keyName: "row" });
	const rungs = useWatch({ control: form.control, name: "rungs" }) ?? [];
	const side = useWatch({ control: form.control, name: "side" });
	const { errors, isSubmitting, isDirty } = form.formState;
	// The ladder stands upright: its top rung is the top row.
	const topFirst = rungs.map((_, i) => rungs.length - 1 - i);
	const ids = topFirst.map((i) => rungs[i]?.id ?? "");

	const add = (above?: number) => {
		const rung: Rung = { id: uuid(), settings: freshRung("") };
		if (above === undefined) rows.append(rung);
		else rows.insert(above + 1, rung);
		setOpen(rung.id);
	};
	const steps = stepsOf(rungs, allDifficulties, GREATEST);
	// Not at each letter: only notches, and what was counted, say what is to be expected.
	const climbing = JSON.stringify(rungs.map(({ id, settings }) => [id, settings.notches]));
	const expected = useMemo(() => {
		const on = (JSON.parse(climbing) as [string, Notches][]).map(([id, notches]) => ({ id, settings: { notches } }));
		return expectedOn(on, rail?.holes ?? [], today());
	}, [climbing, rail]);
	/** Halves the step to a rung that is too big, or raises two difficulties at once. */
	const putBetween = (i: number) => {
		const [lower, upper] = [rungs[i - 1], rungs[i]];
		const made = lower && upper && between(lower as Rung, upper as Rung, allDifficulties, uuid);
		if (!made) return;
		rows.insert(i, made.rung);
		setOpen(made.rung.id);
	};
	const step = (by: number) => {
		const i = ids.indexOf(open ?? "");
		const next = ids[Math.min(ids.length - 1, Math.max(0, i + by))];
		if (next) setOpen(next);
	};
	useKeys({ a: () => add(), ArrowUp: () => step(-1), ArrowDown: () => step(1), Escape: () => setOpen(null) });

	const save = form.handleSubmit(
		async (values) => {
			setRefused([]);
			const outcome = await keepLadder(values, at, owner);
			if (!outcome.ok) return setRefused(outcome.refusals);
			form.reset(values);
			forget();
			router.push(`/ladders/${outcome.value.id}`);
			router.refresh();
		},
		(bad) => {
			setOpen(rungs[firstBadRow(bad.rungs)]?.id ?? open);
		},
	);
	const take = async () => {
		setRefused([]);
		const outcome = await takeSkill(at, newer?.version);
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
			]}
			margin={
				<LadderMargin
					rung={rungs.find((rung) => rung.id === inMargin) ?? null}
					hole={rail?.holes.find((hole) => hole.rung === inMargin) ?? null}
					skill={skill}
					who={studentName}
					prediction={expected?.[rungs.findIndex((rung) => rung.id === inMargin)] ?? null}
					onTake={(id, rule) => {
						const i = rungs.findIndex((rung) => rung.id === id);
						form.setValue(`rungs.${i}.settings.rule`, rule as never, { shouldDirty: true });
						setTaken(taken + 1);
					}}
				/>
			}
		>
			<FormProvider {...form}>
				<Form onSubmit={save} noValidate>
					<div style={{ paddingLeft: "clamp(0px, 12vw, 152px)" }}>
						<div className={css.head}>
							<h1 className={css.title}>
								<span dir="auto">{studentName}</span> · <span dir="auto">{skill.name}</span> ·{" "}
								{sideWords(side as Side, strongSide)}
							</h1>
						</div>
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
						{restored && (
							<p className="hint m-0">
								What you had typed was brought back.{" "}
								<Button
									variant="link"
									onClick={() => {
										forget();
										form.reset(ladder);
									}}
								>
									let it go
								</Button>
							</p>
						)}
						<div className={css.settings}>
							<Row id="side" label="Side" className="">
								<Form.Select {...form.register("side")}>
									<option value="left">left</option>
									<option value="right">right</option>
									<option value="none">both, or none</option>
								</Form.Select>
							</Row>
							<Row id="policy" label="Policy" className="">
								<Form.Select {...form.register("policy")}>
									{policies.map((policy) => (
										<option key={policy} value={policy}>
											{policy}: {policyWords[policy]}
										</option>
									))}
								</Form.Select>
							</Row>
							<Row id="start" label="Starts at" error={errors.start as { message?: string }} className="">
								<Form.Select {...form.register("start", { setValueAs: (v) => v || null })}>
									<option value="">the lowest rung</option>
									{rungs.map((rung) => (
										<option key={rung.id} value={rung.id}>
											{rung.settings.name}
										</option>
									))}
								</Form.Select>
							</Row>
							<FollowFields skill={skill} />
						</div>
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
						onMove={(from, to) => rows.move(topFirst[from] ?? 0, topFirst[to] ?? 0)}
					>
						{topFirst.map((i) => {
							const rung = rungs[i];
							if (!rung) return null;
							const isOpen = open === rung.id;
							const hole = rail?.holes.find((h) => h.rung === rung.id);
							const bad = errors.rungs?.[i];
							const { settings } = rung;
							return (
								<SortableRow
									key={rung.id}
									id={rung.id}
									label={`rung ${i + 1}, ${settings.name || "new"}`}
									className={`${css.row} ${css.onRail}`}
								>
									{(grip) => (
										<>
											<RailCell state={hole?.state ?? "open"} peg={rail?.peg === rung.id} />
											<div>
												<div className={`${css.summary} ${css.rung}`}>
													{grip}
													<span className={css.number}>{i + 1}</span>
													<div className={own.stepped}>
														<button
															type="button"
															className={css.open}
															aria-expanded={isOpen}
															onClick={() => setOpen(isOpen ? null : rung.id)}
															dir="auto"
														>
															{settings.name || "not named yet"} {bad && <span className="asks">look here</span>}
														</button>
														<StepBar step={steps[i]} onBetween={() => putBetween(i)} />
													</div>
													<span className={css.cell}>{readRule(settings)}</span>
													<span className={`${css.cell} text-end`}>{settings.limit}</span>
												</div>
												{isOpen && (
													<RungFields
														// Inputs belong to a place in the list: a row that moved gets new ones.
														key={`place ${i} ${taken}`}
														index={i}
														positions={skill.positions}
														onAbove={() => add(i)}
														onRemove={() => {
															setRemoved({ rung, index: i });
															rows.remove(i);
														}}
													/>
												)}
											</div>
										</>
									)}
								</SortableRow>
							);
						})}
					</Sortable>
					<div style={{ paddingLeft: "clamp(0px, 12vw, 152px)" }}>
						{rungs.length === 0 && (
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
							{at && !isDirty && <Archive what="ladder" id={at.id} archived={archived} />}
							{at && !isDirty && <Workbook of="ladder" id={at.id} />}
							{removed && (
								<span role="status">
									<span dir="auto">{removed.rung.settings.name || "A rung"}</span> taken out.{" "}
									<Button
										variant="link"
										onClick={() => {
											rows.insert(removed.index, removed.rung);
											setRemoved(null);
										}}
									>
										put it back
									</Button>
								</span>
							)}
						</div>
					</div>
				</Form>
			</FormProvider>
		</Bench>
	);
}
