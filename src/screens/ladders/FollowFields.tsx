"use client";

import Form from "react-bootstrap/Form";
import { useFormContext } from "react-hook-form";
import type { Ladder } from "@/core/ladder/ladder";
import type { Skill } from "@/core/skill/skill";
import { FormRow } from "@/ui/FormRow";

/** Which stage and which school of the skill this ladder follows, where there are any. */
export function FollowFields({ skill: { stages = [], schools = [] } }: { skill: Skill }) {
	const { register } = useFormContext<Ladder>();
	const all = [
		["stage", "Stage", stages],
		["school", "School", schools],
	] as const;
	return all.map(
		([field, label, choices]) =>
			choices.length > 0 && (
				<FormRow key={field} id={field} label={label} className="">
					<Form.Select {...register(field, { setValueAs: (value: string) => value || undefined })}>
						<option value="">none</option>
						{choices.map(({ id, name }) => (
							<option key={id} value={id}>
								{name}
							</option>
						))}
					</Form.Select>
				</FormRow>
			),
	);
}
