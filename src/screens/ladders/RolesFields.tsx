"use client";

import Form from "react-bootstrap/Form";
import { useFormContext, useWatch } from "react-hook-form";
import type { Ladder } from "@/core/ladder/ladder";
import { type Role, type RungSettings, roles } from "@/core/ladder/rung";
import type { KeyPosition } from "@/core/skill/skill";
import { capital } from "@/core/text/wording";
import { FormRow } from "@/ui/FormRow";
import css from "@/ui/rows.module.css";
import own from "./ladders.module.css";

type Said = NonNullable<RungSettings["roles"]>;

/** Where several are there: what each one has to know, and when they swap. */
export function RolesFields({ index, positions }: { index: number; positions: readonly KeyPosition[] }) {
	const { control, register, setValue, formState } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings` as const;
	const said = (useWatch({ control, name: `${path}.roles` }) ?? []) as Said;
	const both = useWatch({ control, name: `${path}.bothPass` });
	const errors = formState.errors.rungs?.[index]?.settings;
	const change = (who: Role, part: { words?: string; watch?: string | undefined }) => {
		const before = said.find((one) => one.who === who) ?? { who, words: "" };
		const { watch, ...one } = { ...before, ...part };
		const next = roles.flatMap((role) => {
			if (role !== who) return said.filter((other) => other.who === role);
			return one.words.trim() === "" && !watch ? [] : [{ ...one, ...(watch ? { watch } : {}) }];
		});
		setValue(`${path}.roles`, next.length > 0 ? next : (undefined as never), { shouldDirty: true });
	};
	return (
		<>
			<div className={css.full}>
				<Form.Check
					id={`rung-${index}-both`}
					type="checkbox"
					label="together: both must pass"
					checked={both === true}
					onChange={(event) =>
						setValue(`${path}.bothPass`, event.target.checked ? true : (undefined as never), { shouldDirty: true })
					}
				/>
			</div>
			<div className={`${css.full} ${own.roles}`}>
				{roles.map((who) => {
					const one = said.find((other) => other.who === who);
					return (
						<div key={who} className={own.role}>
							<FormRow id={`rung-${index}-role-${who}`} label={capital(who)} className="">
								<Form.Control
									size="sm"
									dir="auto"
									maxLength={200}
									placeholder="what they need to know"
									value={one?.words ?? ""}
									onChange={(event) => change(who, { words: event.target.value })}
								/>
							</FormRow>
							<FormRow id={`rung-${index}-watch-${who}`} label="and watches" className="">
								<Form.Select
									size="sm"
									value={one?.watch ?? ""}
									onChange={(event) => change(who, { watch: event.target.value || undefined })}
								>
									<option value="">nothing special</option>
									{positions.map(({ id, short, name }) => (
										<option key={id} value={id}>
											{short || name}
										</option>
									))}
								</Form.Select>
							</FormRow>
						</div>
					);
				})}
				<FormRow id={`rung-${index}-swap`} label="Tries before a swap" error={errors?.swapAfter} className="">
					<Form.Control
						size="sm"
						type="number"
						inputMode="numeric"
						min={1}
						max={50}
						{...register(`${path}.swapAfter`, {
							setValueAs: (typed: unknown) => (typed === "" || typed === undefined ? undefined : Number(typed)),
						})}
					/>
				</FormRow>
			</div>
		</>
	);
}
