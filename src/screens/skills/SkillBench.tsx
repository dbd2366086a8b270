"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { FormProvider, useFieldArray, useForm, useWatch } from "react-hook-form";
import { v7 as uuid } from "uuid";
import { firstCue, type KeyPosition, Skill, skillLabels } from "@/core/skill/skill";
import { plural } from "@/core/words/numbers";
import type { Refusal } from "@/core/words/refuse";
import { keepSkill } from "@/doors/actions";
import { Archive } from "@/ui/Archive";
import { Bench } from "@/ui/Bench";
import { Refusals } from "@/ui/Refusals";
import { Row } from "@/ui/Row";
import css from "@/ui/rows.module.scss";
import { Sortable, SortableRow } from "@/ui/Sortable";
import { firstBadRow, sentenceResolver } from "@/ui/sentenceResolver";
import { useDraft } from "@/ui/useDraft";
import { useKeys } from "@/ui/useKeys";
import { Workbook } from "@/ui/Workbook";
import { PositionFields } from "./PositionFields";

const freshPosition = (): KeyPosition => ({
	id: uuid(),
	name: "",
	short: "",
	tell: "",
	cues: [],
	fault: "",
	origin: null,
});

interface Props {
	at: { id: string; rev: number } | null;
	skill: Skill;
	archived: boolean;
	/** Ladders that follow this skill, and how many of them an older version of it. */
	followed: { ladders: number; older: number };
}

/** What are the key positions, how does one tell, what goes wrong and where does it start? */
export function SkillBench({ at, skill, archived, followed }: Props) {
	const router = useRouter();
	const [open, setOpen] = useState<string | null>(null);
	const [refused, setRefused] = useState<Refusal[]>([]);
	const [removed, setRemoved] = useState<{ position: KeyPosition; index: number } | null>(null);
	const form = useForm<Skill, unknown, Skill>({ defaultValues: skill, resolver: sentenceResolver(Skill, skillLabels) });
	const { restored, forget } = useDraft(`skill ${at?.id ?? "new"}`, at?.rev ?? 0, form as never);
	const rows = useFieldArray({ control: form.control, name: "positions", keyName: "row" });
	const positions = useWatch({ control: form.control, name: "positions" }) ?? [];
	const { errors, isSubmitting } = form.formState;

	const add = () => {
		const position = freshPosition();
		rows.append(position);
		setOpen(position.id);
	};
	useKeys({ a: add, Escape: () => setOpen(null) });
	const save = form.handleSubmit(
		async (values) => {
			setRefused([]);
			const outcome = await keepSkill(values, at);
			if (!outcome.ok) return setRefused(outcome.refusals);
			form.reset(values);
			forget();
			router.push(`/skills/${outcome.value.id}`);
			router.refresh();
		},
		(bad) => {
			setOpen(positions[firstBadRow(bad.positions)]?.id ?? open);
		},
	);

	return (
		<Bench
			keys={[
				{ keys: ["a"], does: "add a position" },
				{ keys: ["↑", "↓"], does: "on a grip: move the row" },
			]}
			margin={
				<>
					<div className={css.note}>
						<h2>How it is read</h2>
						<p className="mute m-0">
							Ground up, or start to finish. A fault comes from an earlier position, so the first one off is corrected
							first. A cue outside of the body is offered before others. The short name, ten letters at most, stands on
							the phone.
						</p>
					</div>
					{at && (
						<div className={css.note}>
							<h2>Who follows it</h2>
							<p className="mute m-0">
								{followed.ladders === 0
									? "No ladder yet."
									: `${plural(followed.ladders, "ladder")}${followed.older > 0 ? `, ${followed.older} of them as it was before` : ""}. A change here never changes a ladder; the ladder takes it over by one press.`}
							</p>
						</div>
					)}
				</>
			}
		>
			<FormProvider {...form}>
				<Form onSubmit={save} noValidate>
					<div className={css.head}>
						<h1 className={css.title} dir="auto">
							{skill.name || "New skill"}
						</h1>
						{at && <Archive what="skill" id={at.id} archived={archived} />}
						{at && <Workbook of="skill" id={at.id} />}
					</div>
					{restored && (
						<p className="hint">
							What you had typed was brought back.{" "}
							<Button
								variant="link"
								onClick={() => {
									forget();
									form.reset(skill);
								}}
							>
								let it go
							</Button>
						</p>
					)}
					<div className="d-flex gap-3 flex-wrap">
						<Row id="skill-name" label="Skill" error={errors.name} className="mb-2 flex-fill">
							<Form.Control {...form.register("name")} dir="auto" isInvalid={Boolean(errors.name)} />
						</Row>
						<Row id="skill-about" label="What it is" error={errors.about} className="mb-2 flex-fill">
							<Form.Control {...form.register("about")} dir="auto" isInvalid={Boolean(errors.about)} />
						</Row>
					</div>
					<div className={`${css.columns} ${css.position}`} aria-hidden="true">
						<span />
						<span />
						<span>short</span>
						<span>key position</span>
						<span>cue</span>
						<span>comes from</span>
					</div>
					<Sortable
						ids={positions.map((p) => p.id)}
						onStart={() => setOpen(null)}
						onMove={(from, to) => rows.move(from, to)}
					>
						{rows.fields.map((field, i) => {
							const position = positions[i] ?? field;
							const isOpen = open === position.id;
							const bad = errors.positions?.[i];
							return (
								<SortableRow
									key={position.id}
									id={position.id}
									label={`position ${i + 1}, ${position.short || "new"}`}
									className={css.row}
								>
									{(grip) => (
										<>
											<div className={`${css.summary} ${css.position}`}>
												{grip}
												<span className={css.number}>{i + 1}</span>
												<button
													type="button"
													className={css.open}
													aria-expanded={isOpen}
													onClick={() => setOpen(isOpen ? null : position.id)}
													dir="auto"
												>
													{position.short || "open"}
												</button>
												<span className={css.cell} dir="auto">
													{position.name || <span className="mute">not named yet</span>}{" "}
													{bad && <span className="asks">look here</span>}
												</span>
												<span className={`${css.cell} mute`} dir="auto">
													{firstCue(position.cues)?.text}
												</span>
												<span className={`${css.cell} mute`}>
													{positions.find((p) => p.id === position.origin)?.short}
												</span>
											</div>
											{isOpen && (
												<PositionFields
													// biome-ignore lint/suspicious/noArrayIndexKey: inputs belong to a place in the list; a row that moved gets new ones
													key={`place ${i}`}
													index={i}
													earlier={positions.slice(0, i)}
													onRemove={() => {
														setRemoved({ position, index: i });
														rows.remove(i);
													}}
												/>
											)}
										</>
									)}
								</SortableRow>
							);
						})}
					</Sortable>
					{rows.fields.length === 0 && (
						<p className="mt-2 mute">No key position yet. Two or three are enough to begin with.</p>
					)}
					<Refusals refusals={refused} />
					<div className={css.actions}>
						<Button variant="outline-primary" onClick={add}>
							add a position
						</Button>
						<Button type="submit" disabled={isSubmitting}>
							{at ? "save the skill" : "add the skill"}
						</Button>
						{removed && (
							<span role="status">
								<span dir="auto">{removed.position.short || "A position"}</span> taken out.{" "}
								<Button
									variant="link"
									onClick={() => {
										rows.insert(removed.index, removed.position);
										setRemoved(null);
									}}
								>
									put it back
								</Button>
							</span>
						)}
					</div>
				</Form>
			</FormProvider>
		</Bench>
	);
}
