"use client";

import { useParams } from "next/navigation";
import { Fragment, useState } from "react";
import Form from "react-bootstrap/Form";
import { useFormContext, useWatch } from "react-hook-form";
import type { Difficulty } from "@/core/difficulty/difficulty";
import type { Ladder } from "@/core/ladder/ladder";
import { bodyParts } from "@/core/people/body";
import { Complaint, FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import css from "@/ui/rows.module.css";
import own from "./ladders.module.css";

type Part = (typeof bodyParts)[number];

/** Its notch on each scale. */
export function DifficultyFields({ index, difficulties }: { index: number; difficulties: readonly Difficulty[] }) {
	const { control, setValue } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings` as const;
	const notches = useWatch({ control, name: `${path}.notches` }) ?? {};
	const id = (field: string) => `rung-${index}-${field}`;
	return (
		<div className={css.full}>
			<div className={own.build}>
				{difficulties.map(({ id: difficulty, name, notches: list }) => (
					<FormRow key={difficulty} id={id(`notch-${difficulty}`)} label={name} className="">
						<Form.Select
							size="sm"
							value={notches[difficulty] ?? ""}
							onChange={(event) => {
								const { [difficulty]: _, ...rest } = notches;
								setValue(
									`${path}.notches`,
									event.target.value === "" ? rest : { ...rest, [difficulty]: Number(event.target.value) },
									{ shouldDirty: true },
								);
							}}
						>
							<option value="">not set</option>
							{list.map((notch, n) => (
								// biome-ignore lint/suspicious/noArrayIndexKey: a notch is its place in the list
								<option key={n} value={n}>
									{notch.name}
								</option>
							))}
						</Form.Select>
					</FormRow>
				))}
			</div>
		</div>
	);
}

/** What is checked first, what kit it needs, and whether it may be done alone. */
export function SafetyFields({ index }: { index: number }) {
	const { register, formState } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings` as const;
	const errors = formState.errors.rungs?.[index]?.settings;
	const id = (field: string) => `rung-${index}-${field}`;
	return (
		<>
			<Lines
				id={id("care")}
				label="Check before the day’s first try, one per line. To repeat, add “, every 10 tries”."
				path={`${path}.care`}
				rows={2}
				error={wordsOf(errors?.care)}
			/>
			<Lines
				id={id("needs")}
				label="Kit needed, one per line"
				path={`${path}.needs`}
				rows={2}
				error={wordsOf(errors?.needs)}
			/>
			<div className={css.third}>
				<Form.Check
					id={id("alone")}
					type="checkbox"
					className="mt-4"
					label="must not be practised alone"
					{...register(`${path}.neverAlone`)}
				/>
			</div>
		</>
	);
}

/** What a try puts on the student, and on whoever feeds it. */
export const LoadGroup = ({ index }: { index: number }) => (
	<>
		<LoadFields index={index} of="loads" label="Load of one try (1 = normal, 0 = none)" />
		<LoadFields index={index} of="feederLoads" label="Load on the feeder" />
	</>
);

/** Parts of the body, and what a try puts on each. */
function LoadFields({ index, of, label }: { index: number; of: "loads" | "feederLoads"; label: string }) {
	const { control, setValue, formState } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings.${of}` as const;
	const loads = (useWatch({ control, name: path }) ?? {}) as Partial<Record<Part, number>>;
	const loaded = bodyParts.filter((part) => loads[part] !== undefined);
	return (
		<fieldset className={css.full}>
			<legend className="form-label m-0">{label}</legend>
			<div className={own.loads}>
				{loaded.map((part) => (
					<Form.Group key={part} controlId={`rung-${index}-${of}-${part}`}>
						<Form.Label className="m-0">{part}</Form.Label>
						<Form.Control
							size="sm"
							type="number"
							inputMode="decimal"
							min={0}
							max={100}
							step={0.5}
							value={Number.isNaN(loads[part]) ? "" : loads[part]}
							onChange={(event) =>
								setValue(
									path,
									{ ...loads, [part]: event.target.value === "" ? Number.NaN : Number(event.target.value) },
									{ shouldDirty: true },
								)
							}
						/>
					</Form.Group>
				))}
				{loaded.length < bodyParts.length && (
					<Form.Select
						size="sm"
						style={{ width: "auto" }}
						aria-label={of === "loads" ? "Add a loaded body part" : "Add a loaded body part of the feeder"}
						value=""
						onChange={(event) => setValue(path, { ...loads, [event.target.value]: 1 }, { shouldDirty: true })}
					>
						<option value="">add a body part</option>
						{bodyParts
							.filter((part) => !loaded.includes(part))
							.map((part) => (
								<option key={part}>{part}</option>
							))}
					</Form.Select>
				)}
			</div>
			<Complaint error={wordsOf(formState.errors.rungs?.[index]?.settings?.[of])} />
		</fieldset>
	);
}

/** The first thing that is said of a list, or of one of its lines. */
const wordsOf = (error: unknown): { message?: string } | undefined => {
	if (!error || typeof error !== "object") return undefined;
	if ("message" in error && typeof error.message === "string") return { message: error.message };
	return Object.values(error).map(wordsOf).find(Boolean);
};

const linesOf = (text: string) =>
	text
		.split("\n")
		.map((line) => line.trim())
		.filter((line) => line !== "");

/** A list written one a line. The lines stand as they are typed; the list is what they say. */
function Lines({
	id,
	label,
	path,
	rows,
	error,
}: {
	id: string;
	label: string;
	path: `rungs.${number}.settings.${"care" | "needs"}`;
	rows: number;
	error: { message?: string } | undefined;
}) {
	const { getValues, setValue } = useFormContext<Ladder>();
	const [typed, setTyped] = useState(() => ((getValues(path) as string[] | undefined) ?? []).join("\n"));
	return (
		<FormRow id={id} label={label} error={error} className={css.third ?? ""}>
			<Form.Control
				as="textarea"
				rows={rows}
				value={typed}
				dir="auto"
				isInvalid={Boolean(error)}
				onChange={(event) => {
					setTyped(event.target.value);
					setValue(path, linesOf(event.target.value) as never, { shouldDirty: true });
				}}
			/>
		</FormRow>
	);
}

const workedOut = [
	["reaction", "the speed from a shorter distance"],
	["distance", "the distance"],
	["ramp", "a distance or height week by week"],
	["rhythm", "the beat"],
	["tries", "tries that fit in"],
] as const;

/** Sums that this rung can take: what comes out goes back into it. */
export function RungSums({ index }: { index: number }) {
	const { getValues } = useFormContext<Ladder>();
	const { id } = useParams<{ id?: string }>();
	const rung = getValues(`rungs.${index}.id`);
	// A ladder that is not kept yet has no address to come back to.
	if (!id) return null;
	return (
		<p className={`hint m-0 ${css.full}`}>
			Work out{" "}
			{workedOut.map(([sum, words], i) => (
				<Fragment key={sum}>
					{i > 0 && ", "}
					<Link href={`/sums?ladder=${id}&rung=${rung}#${sum}`}>{words}</Link>
				</Fragment>
			))}
			.
		</p>
	);
}
