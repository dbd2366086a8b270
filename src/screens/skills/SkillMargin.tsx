"use client";

import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { differences, noDifference } from "@/core/skill/differ";
import { lookOf, picturesOf } from "@/core/skill/look";
import { readSides } from "@/core/skill/sides";
import type { KeyPosition } from "@/core/skill/skill";
import { cutText } from "@/core/text/fields";
import { counted, plural } from "@/core/text/lists";
import { revise, reviseForAll } from "@/server/actions";
import type { SkillPage } from "@/server/readSkills";
import { DifferenceList } from "@/ui/DifferenceList";
import { dayWords } from "@/ui/dates";
import { InForce } from "@/ui/InForce";
import { Media } from "@/ui/Media";
import { Refusals } from "@/ui/Refusals";
import css from "@/ui/rows.module.css";
import { useRefusals } from "@/ui/useRefusals";
import own from "./skills.module.css";
import type { CausesState } from "./useCauses";
import type { Writing } from "./useSkill";

/** How it stands: kept or not, what is amiss, what a revision would change, and the open position as it is read courtside. */
export function SkillMargin({
	page,
	writing,
	remarks,
	opened,
	side,
	onSide,
	causes,
	onOpen,
}: {
	page: SkillPage;
	writing: Writing;
	remarks: readonly string[];
	opened: KeyPosition | null;
	side: "left" | "right";
	onSide: (side: "left" | "right") => void;
	causes: CausesState;
	onOpen: (index: number) => void;
}) {
	const { amiss, skill } = writing;
	const inUse = page.followed.watching > 0;
	return (
		<>
			<InForce {...writing.saved} />
			{amiss.length > 0 && (
				<section className={css.note} aria-label="Fix these first">
					<h2>Fix these first</h2>
					<ul className={css.plain}>
						{amiss.slice(0, 8).map(({ path, sentence }) => {
							const index = /^positions\.(\d+)/.exec(path)?.[1];
							return (
								<li key={path + sentence} dir="auto">
									{sentence}{" "}
									{index && (
										<Button variant="link" size="sm" onClick={() => onOpen(Number(index))}>
											open<span className="visually-hidden"> at position {Number(index) + 1}</span>
										</Button>
									)}
								</li>
							);
						})}
					</ul>
					{amiss.length > 8 && <p className="m-0">And {amiss.length - 8} more.</p>}
				</section>
			)}
			{writing.sides.length > 0 && (
				<p className="mute" dir="auto">
					{counted(writing.sides.length, "text names", "texts name")} a fixed side that does not change with the ladder:{" "}
					{writing.sides
						.slice(0, 3)
						.map((text) => `“${cutText(text, 60)}”`)
						.join(", ")}
					.
				</p>
			)}
			{remarks.map((remark) => (
				<p key={remark} className="mute" dir="auto">
					{remark}
				</p>
			))}
			{inUse && <Revise page={page} writing={writing} />}
			{opened && (
				<section className={css.note} aria-label="How it reads">
					<h2>How it reads</h2>
					<BothHands position={opened} />
					<Form.Group controlId="read-side" className={own.line}>
						<Form.Label className="m-0">Show it for the side</Form.Label>
						<Form.Select
							size="sm"
							value={side}
							onChange={(event) => onSide(event.target.value === "left" ? "left" : "right")}
						>
							<option>right</option>
							<option>left</option>
						</Form.Select>
					</Form.Group>
					<div className={own.pictures}>
						{picturesOf(opened).map(({ picture, shows }) => (
							<Media key={picture.hash + shows} picture={picture} words={`${opened.name}, ${shows}`} />
						))}
					</div>
				</section>
			)}
			{page.students.length > 0 && (
				<Form.Group controlId="causes-of" className={css.note}>
					<Form.Label>Mark causes for</Form.Label>
					<Form.Select size="sm" value={causes.who} onChange={(event) => causes.setWho(event.target.value)}>
						<option value="">no student</option>
						{page.students.map(({ id, name }) => (
							<option key={id} value={id}>
								{name}
							</option>
						))}
					</Form.Select>
					{causes.note && <p role="status">{causes.note}</p>}
				</Form.Group>
			)}
			<section className={css.note} aria-label="Ladders with this skill">
				<h2>Ladders with this skill</h2>
				<p className="mute m-0">
					{page.followed.ladders > 0 && !inUse
						? `${plural(page.followed.ladders, "ladder")}, none watches a position yet: changes apply at once.`
						: inUse
							? `${plural(page.followed.ladders, "ladder")}${page.followed.older > 0 ? `, ${page.followed.older} on an older version` : ""}. A new version changes a ladder only when you say so.`
							: "No ladder yet: changes apply at once."}
				</p>
				{page.revisions.length > 0 && (
					<ul className={css.plain}>
						{page.revisions.map(({ id, at, remark }) => (
							<li key={id}>
								<b>{dayWords(at.slice(0, 10))}</b> <span dir="auto">{remark || "no reason given"}</span>
							</li>
						))}
					</ul>
				)}
			</section>
			{skill.positions.length > 0 && !opened && (
				<p className="hint">
					{"{this}"} and {"{across}"} in a text become left or right by the ladder’s side, {"{strong}"} and {"{weak}"}{" "}
					by the student’s.
				</p>
			)}
		</>
	);
}

/** What a position says to either hand, on its strong side: side by side, or once where it is the same. */
function BothHands({ position }: { position: KeyPosition }) {
	const read = (hand: "left" | "right") => {
		const sides = { side: hand, strong: hand };
		return [
			readSides(position.name, sides),
			...lookOf(position, {}, sides),
			...position.cues.map((cue) => `“${readSides(cue.text, sides)}”`),
		];
	};
	const [right, left] = [read("right"), read("left")];
	if (right.join("\n") === left.join("\n"))
		return (
			<>
				<Reading lines={right} />
				<p className="hint m-0">The same for a left-hander and a right-hander.</p>
			</>
		);
	return (
		<div className={own.hands}>
			<div>
				<h3>a right-hander</h3>
				<Reading lines={right} />
			</div>
			<div>
				<h3>a left-hander</h3>
				<Reading lines={left} />
			</div>
		</div>
	);
}

const Reading = ({ lines }: { lines: readonly string[] }) =>
	lines.map((line, i) => (
		<p key={line} className={i === 0 ? "m-0 fw-bold" : "m-0 mute"} dir="auto">
			{line}
		</p>
	));

/** What was changed since the version in force, and the press that makes it a dated revision. */
function Revise({ page, writing }: { page: SkillPage; writing: Writing }) {
	const router = useRouter();
	const [remark, setRemark] = useState("");
	const { refused, setRefused, ask } = useRefusals();
	const { inForce } = page;
	// Told once the typing rests: it goes through the whole skill.
	const says = useMemo(() => inForce && differences(inForce, writing.rested), [inForce, writing.rested]);
	if (!inForce || !says || noDifference(says)) return null;
	const known = new Set(inForce.positions.map(({ id }) => id));
	const fresh = writing.rested.positions.filter(({ id }) => !known.has(id)).length;
	const make = async (takeOver: boolean) => {
		setRefused([]);
		const at = await writing.settle();
		if (!at)
			return setRefused([
				{
					path: "",
					sentence: "The server does not answer. Your text is saved on this device. Try again later.",
				},
			]);
		const outcome = await ask(takeOver ? reviseForAll(page.id, at, remark) : revise(page.id, at, remark));
		if (outcome.ok) router.refresh();
	};
	return (
		<section className={css.note} aria-label="Not in use yet">
			<h2>{fresh > 0 ? `${plural(fresh, "position")} not in use yet` : "Not in use yet"}</h2>
			<DifferenceList says={says} />
			<Form.Group controlId="revision-remark">
				<Form.Label>Reason for the change</Form.Label>
				<Form.Control value={remark} maxLength={400} dir="auto" onChange={(event) => setRemark(event.target.value)} />
			</Form.Group>
			<Refusals refusals={refused} />
			<div className={css.actions}>
				<Button disabled={writing.amiss.length > 0} onClick={() => void make(false)}>
					use as the new version
				</Button>
				<Button variant="outline-primary" disabled={writing.amiss.length > 0} onClick={() => void make(true)}>
					use the new version and update all ladders
				</Button>
				<Button variant="link" onClick={() => writing.edit([], inForce, "")}>
					discard the changes
				</Button>
			</div>
		</section>
	);
}
