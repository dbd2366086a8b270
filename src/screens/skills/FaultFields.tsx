"use client";

import { createContext, useContext } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { moveItem, removeItem } from "@/core/editing/paths";
import { causeMarks } from "@/core/log/kinds";
import {
	beginFault,
	type Cause,
	causeKinds,
	causeWords,
	type Fault,
	freshCause,
	type KeyPosition,
	remedyKinds,
} from "@/core/skill/skill";
import type { OtherSkill } from "@/server/readSkills";
import { adding } from "@/ui/adding";
import css from "@/ui/rows.module.css";
import { Choose, Line, pathOf, Words } from "./fields";
import { PictureField } from "./PictureField";
import own from "./skills.module.css";
import { useEdit } from "./useSkill";

type CauseMark = (typeof causeMarks)[number];

/** What was found of the causes for one student, where one is chosen. */
export const MarkContext = createContext<{
	who: string;
	marks: Readonly<Record<string, CauseMark>>;
	mark: (cause: string, mark: CauseMark) => void;
} | null>(null);

interface FaultPlace {
	earlier: readonly KeyPosition[];
	others: readonly OtherSkill[];
}

/** Both ways of being off, each with what may be behind it and what helps. */
export function FaultFields({ at, position, ...around }: { at: string; position: KeyPosition } & FaultPlace) {
	const edit = useEdit();
	const faults = position.faults ?? [];
	const path = [...pathOf(at), "faults"];
	const add = (direction: Fault["direction"]) => edit(path, [...faults, beginFault(uuid(), uuid(), direction)], "");
	return (
		<section className={css.full} aria-label="Faults">
			{faults.map((fault, i) => (
				<FaultRow
					key={fault.id}
					at={`${at}.faults.${i}`}
					fault={fault}
					onRemove={() => {
						const left = removeItem(faults, i);
						edit(path, left.length > 0 ? left : undefined, "");
					}}
					{...around}
				/>
			))}
			<Button variant="link" onClick={adding(() => add("short"))}>
				add a fault: not enough
			</Button>
			<Button variant="link" onClick={adding(() => add("beyond"))}>
				add a fault: too much
			</Button>
		</section>
	);
}

function FaultRow({ at, fault, onRemove, ...around }: { at: string; fault: Fault; onRemove: () => void } & FaultPlace) {
	const edit = useEdit();
	const path = pathOf(at);
	const causes = [...path, "causes"];
	const remedies = [...path, "remedies"];
	const which = fault.direction === "short" ? "not enough" : "too much";
	return (
		<fieldset className={own.fault}>
			<legend className="visually-hidden">Fault {which}</legend>
			<div className={`${own.line} ${own.foot}`}>
				<Choose
					hidden
					at={`${at}.direction`}
					label="Direction"
					value={fault.direction}
					options={[
						["short", "not enough"],
						["beyond", "too much"],
					]}
				/>
				<Words at={`${at}.words`} label="What you see" value={fault.words} className={own.grow} />
				<Button variant="link" size="sm" onClick={onRemove}>
					remove<span className="visually-hidden"> the fault {which}</span>
				</Button>
			</div>
			<p className="form-label m-0">Causes, likeliest first</p>
			<ol className={own.causes}>
				{fault.causes.map((cause, i) => (
					<CauseRow
						key={cause.id}
						at={`${at}.causes.${i}`}
						cause={cause}
						number={i + 1}
						onUp={i === 0 ? null : () => edit(causes, moveItem(fault.causes, i, i - 1), "")}
						onRemove={() => edit(causes, removeItem(fault.causes, i), "")}
						{...around}
					/>
				))}
			</ol>
			<Button variant="link" size="sm" onClick={adding(() => edit(causes, [...fault.causes, freshCause(uuid())], ""))}>
				add a cause
			</Button>
			<p className="form-label m-0">Remedies</p>
			{fault.remedies.map((remedy, i) => (
				// biome-ignore lint/suspicious/noArrayIndexKey: a remedy is its place in the list; its fields hold no state of their own
				<div key={i} className={own.line}>
					<Choose
						hidden
						at={`${at}.remedies.${i}.kind`}
						label={`Kind of remedy ${i + 1}`}
						value={remedy.kind}
						options={remedyKinds.map((kind) => [kind, kind] as const)}
					/>
					<Line
						aria-label={`Remedy ${i + 1}`}
						value={remedy.words}
						onChange={(words) => edit([...remedies, i, "words"], words)}
					/>
					<Button variant="link" size="sm" onClick={() => edit(remedies, removeItem(fault.remedies, i), "")}>
						remove<span className="visually-hidden"> remedy {i + 1}</span>
					</Button>
				</div>
			))}
			<Button
				variant="link"
				size="sm"
				onClick={adding(() => edit(remedies, [...fault.remedies, { kind: "cue", words: "" }], ""))}
			>
				add a remedy
			</Button>
			<PictureField at={`${at}.picture`} label={`picture of the fault ${which}`} value={fault.picture} />
		</fieldset>
	);
}

function CauseRow({
	at,
	cause,
	number,
	earlier,
	others,
	onUp,
	onRemove,
}: {
	at: string;
	cause: Cause;
	number: number;
	onUp: (() => void) | null;
	onRemove: () => void;
} & FaultPlace) {
	const edit = useEdit();
	const marking = useContext(MarkContext);
	const path = pathOf(at);
	const other = others.find((one) => one.id === cause.skill);
	const now = marking?.marks[cause.id] ?? "open";
	return (
		<li data-cause={cause.kind}>
			<div className={own.line}>
				<Form.Select
					aria-label={`Kind of cause ${number}`}
					value={cause.kind}
					onChange={(event) => edit(path, { ...cause, kind: event.target.value, position: null, skill: null }, "")}
				>
					{causeKinds.map((kind) => (
						<option key={kind} value={kind}>
							{causeWords[kind]}
						</option>
					))}
				</Form.Select>
				{cause.kind === "position" && (
					<Choose
						hidden
						at={`${at}.position`}
						label={`Position of cause ${number}`}
						value={cause.position}
						options={[["", "choose"], ...earlier.map((one) => [one.id, one.short || one.name] as const)]}
					/>
				)}
				{cause.kind === "skill" && (
					<>
						<Form.Select
							aria-label={`Skill of cause ${number}`}
							value={cause.skill ?? ""}
							onChange={(event) => edit(path, { ...cause, skill: event.target.value || null, position: null }, "")}
						>
							<option value="">choose</option>
							{others.map((one) => (
								<option key={one.id} value={one.id}>
									{one.name}
								</option>
							))}
						</Form.Select>
						{other && (
							<Choose
								hidden
								at={`${at}.position`}
								label={`Position of cause ${number}`}
								value={cause.position}
								options={[["", "the whole skill"], ...other.positions.map((one) => [one.id, one.short] as const)]}
							/>
						)}
					</>
				)}
				{onUp && (
					<Button variant="link" size="sm" onClick={onUp}>
						move up<span className="visually-hidden">, cause {number}</span>
					</Button>
				)}
				<Button variant="link" size="sm" onClick={onRemove}>
					remove<span className="visually-hidden"> cause {number}</span>
				</Button>
			</div>
			<div className={own.four}>
				<Words at={`${at}.words`} label="Why" value={cause.words} className="" />
				<Words at={`${at}.who`} label="Whose view" value={cause.who} className="" />
				<Words at={`${at}.drill`} label="Test drill" value={cause.drill} className="" />
				<Words at={`${at}.check`} label="Self-check" value={cause.check} className="" />
			</div>
			{marking && (
				<div className={own.line}>
					<span className="hint" dir="auto">
						For {marking.who}:
					</span>
					{causeMarks.map((mark) => (
						<Button
							key={mark}
							size="sm"
							variant="outline-primary"
							aria-pressed={now === mark}
							onClick={() => marking.mark(cause.id, mark)}
						>
							{mark}
							<span className="visually-hidden"> for cause {number}</span>
						</Button>
					))}
				</div>
			)}
		</li>
	);
}
