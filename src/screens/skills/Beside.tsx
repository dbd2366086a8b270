"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { moveItem, removeItem } from "@/core/editing/paths";
import type { Outcome } from "@/core/refusals/refusals";
import { copySkill, mergedSkill } from "@/server/actions";
import type { SkillPage } from "@/server/readSkills";
import { Complaint, FormRow } from "@/ui/FormRow";
import { Refusals } from "@/ui/Refusals";
import css from "@/ui/rows.module.css";
import { useRefusals } from "@/ui/useRefusals";
import own from "./skills.module.css";
import { useRefusal, type Writing } from "./useSkill";

/** What stands beside a skill: what comes first, what it is chained to, and the work of the library. */
export function Beside({ page, writing }: { page: SkillPage; writing: Writing }) {
	const router = useRouter();
	const [other, setOther] = useState("");
	const { refused, ask } = useRefusals();
	const { skill, edit } = writing;
	const before = skill.prerequisites ?? [];
	const chain = skill.chain ?? [];
	const nameOf = (id: string) => page.others.find((one) => one.id === id)?.name ?? "a deleted skill";
	const setChain = (next: string[]) => edit(["chain"], next.length > 0 ? next : undefined, "");
	const take = async <T,>(outcome: Promise<Outcome<T>>, done: (value: T) => void) => {
		const said = await ask(outcome);
		if (said.ok) done(said.value);
	};
	const prerequisiteError = useRefusal(["prerequisites"]);
	const chainError = useRefusal(["chain"]);
	return (
		<section aria-label="Related" className="mt-2">
			<fieldset>
				<legend className="form-label m-0">Skills needed first</legend>
				{page.others.length === 0 && <span className="mute">No other skills yet.</span>}
				{page.others.map(({ id, name }) => (
					<Form.Check
						inline
						key={id}
						id={`before-${id}`}
						type="checkbox"
						label={name}
						checked={before.includes(id)}
						onChange={(event) => {
							const next = event.target.checked ? [...before, id] : before.filter((one) => one !== id);
							edit(["prerequisites"], next.length > 0 ? next : undefined, "");
						}}
					/>
				))}
				<Complaint error={prerequisiteError} />
			</fieldset>
			<fieldset className="mt-3">
				<legend className="form-label m-0">Chain: skills done one after the other in one go</legend>
				<ol className={own.causes}>
					{chain.map((id, i) => (
						// biome-ignore lint/suspicious/noArrayIndexKey: one skill may come twice in a chain
						<li key={`${id} ${i}`} className={own.line}>
							<span dir="auto">{nameOf(id)}</span>
							{i > 0 && (
								<Button variant="link" size="sm" onClick={() => setChain(moveItem(chain, i, i - 1))}>
									earlier<span className="visually-hidden"> {nameOf(id)}</span>
								</Button>
							)}
							<Button variant="link" size="sm" onClick={() => setChain(removeItem(chain, i))}>
								remove<span className="visually-hidden"> {nameOf(id)} of the chain</span>
							</Button>
						</li>
					))}
				</ol>
				<Form.Select
					aria-label="Add to the chain"
					value=""
					style={{ maxWidth: 320 }}
					onChange={(event) => event.target.value && setChain([...chain, event.target.value])}
				>
					<option value="">add a skill to the chain</option>
					{page.others.map(({ id, name }) => (
						<option key={id} value={id}>
							{name}
						</option>
					))}
				</Form.Select>
				<Complaint error={chainError} />
				{chain.length > 0 && <p className="hint m-0">In a lesson you mark in which of them a try broke.</p>}
			</fieldset>
			{page.inForce && (
				<>
					<h2 className="mt-3">Copies</h2>
					<div className={css.actions}>
						{[false, true].map((mirrored) => (
							<Button
								key={String(mirrored)}
								variant="outline-primary"
								onClick={() => void take(copySkill(page.id, mirrored), ({ id }) => router.push(`/skills/${id}`))}
							>
								{mirrored ? "make a copy for the other side" : "make a copy"}
							</Button>
						))}
					</div>
					<FormRow
						id="merge"
						label="Merge another skill"
						className="mt-2"
						hint="Missing positions, cues and faults are added. What is here stays. You can undo it."
					>
						<Form.Select value={other} onChange={(event) => setOther(event.target.value)} style={{ maxWidth: 320 }}>
							<option value="">choose a skill</option>
							{page.others.map(({ id, name }) => (
								<option key={id} value={id}>
									{name}
								</option>
							))}
						</Form.Select>
					</FormRow>
					<Button
						variant="outline-primary"
						disabled={!other}
						onClick={() => void take(mergedSkill(skill, other), (merged) => edit([], merged, ""))}
					>
						merge the skills
					</Button>
					<Refusals refusals={refused} />
				</>
			)}
		</section>
	);
}
