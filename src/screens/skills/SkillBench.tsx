"use client";

import { type Dispatch, memo, type SetStateAction, useCallback, useContext, useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { moveItem, removeItem } from "@/core/editing/paths";
import { firstCue, withFirstCue } from "@/core/skill/cue";
import { readSides } from "@/core/skill/sides";
import { freshPosition, type KeyPosition, orders, remarks, type Skill } from "@/core/skill/skill";
import { toleranceWords } from "@/core/skill/tolerance";
import { plural } from "@/core/text/lists";
import type { OtherSkill, SkillPage } from "@/server/readSkills";
import { Archive } from "@/ui/Archive";
import { BenchPage } from "@/ui/BenchPage";
import { FirstUse } from "@/ui/FirstUse";
import { FormRow } from "@/ui/FormRow";
import { HandOn } from "@/ui/HandOn";
import Link from "@/ui/Link";
import css from "@/ui/rows.module.css";
import { Sortable, SortableRow } from "@/ui/Sortable";
import { UndoRedo } from "@/ui/UndoRedo";
import { useHash } from "@/ui/useHash";
import { useKeys } from "@/ui/useKeys";
import { Workbook } from "@/ui/Workbook";
import { Beside } from "./Beside";
import { MarkContext } from "./FaultFields";
import { Line, SideContext, Words } from "./fields";
import { Origins } from "./Origins";
import { PositionFields } from "./PositionFields";
import { Rhythm } from "./Rhythm";
import { Schools } from "./Schools";
import { SkillDifficulties } from "./SkillDifficulties";
import { SkillMargin } from "./SkillMargin";
import { Stages } from "./Stages";
import own from "./skills.module.css";
import { useCauses } from "./useCauses";
import { EditContext, RefusalContext, useEdit, useSkill, type Writing } from "./useSkill";

const views = ["positions", "causes", "rhythm", "stages", "schools", "scales", "related"] as const;
type View = (typeof views)[number];
const asView = (hash: string): View => views.find((view) => view === hash.replace("-", " ")) ?? "positions";

/** What are the key positions, how does one tell, what goes wrong and where does it start? */
export function SkillBench(page: SkillPage) {
	const writing = useSkill(page);
	const { skill, edit } = writing;
	const { positions } = skill;
	const [open, setOpen] = useState<string | null>(null);
	const [hash, setHash] = useHash();
	const view = asView(hash);
	const [side, setSide] = useState<"left" | "right">("right");
	const causes = useCauses(page);

	const show = (next: View) => setHash(next.replace(" ", "-"));
	// A new skill has its own address from its first letter on.
	const { begun } = writing;
	useEffect(() => {
		if (begun && window.location.pathname === "/skills/new")
			window.history.replaceState(null, "", `/skills/${page.id}${window.location.hash}`);
	}, [begun, page.id]);

	useKeys({ Escape: () => setOpen(null) });
	const opened = positions.find((one) => one.id === open) ?? null;
	return (
		<EditContext value={edit}>
			<RefusalContext value={writing.byPath}>
				<SideContext value={side}>
					<MarkContext value={causes.marking}>
						<BenchPage
							keys={[
								{ keys: ["a"], does: "add a position" },
								{ keys: ["↑", "↓"], does: "on a grip: move the row" },
								{ keys: ["Ctrl Z"], does: "undo" },
								{ keys: ["Shift Ctrl Z"], does: "redo" },
							]}
							margin={
								<SkillMargin
									page={page}
									writing={writing}
									remarks={remarks(skill)}
									opened={opened}
									side={side}
									onSide={setSide}
									causes={causes}
									onOpen={(index) => {
										show("positions");
										setOpen(positions[index]?.id ?? null);
									}}
								/>
							}
						>
							<div className={css.head}>
								<h1 className={css.title} dir="auto">
									{skill.name || "New skill"}
								</h1>
								<UndoRedo className={own.steps} {...writing.steps} />
								{page.inForce && <Archive what="skill" id={page.id} archived={page.archived} />}
								{page.inForce && <Workbook of="skill" id={page.id} />}
								{page.inForce && <HandOn of="skill" id={page.id} />}
								{page.inForce && <Link href={`/skills/${page.id}/spot`}>spot it: sheet</Link>}
							</div>
							<FirstUse of={["key position", "cue"]} />
							<TopFields skill={skill} />
							<nav className={own.views} aria-label="Ways to look at the skill">
								{views.map((one) => (
									<button key={one} type="button" aria-pressed={view === one} onClick={() => show(one)}>
										{one}
									</button>
								))}
							</nav>
							{view === "positions" && <Positions page={page} writing={writing} open={open} setOpen={setOpen} />}
							{view === "causes" && <Origins id={page.id} skill={skill} others={page.others} />}
							{view === "rhythm" && <Rhythm skill={skill} />}
							{view === "stages" && <Stages skill={skill} />}
							{view === "schools" && <Schools skill={skill} />}
							{view === "scales" && <SkillDifficulties skill={skill} usual={page.usual} />}
							{view === "related" && <Beside page={page} writing={writing} />}
						</BenchPage>
					</MarkContext>
				</SideContext>
			</RefusalContext>
		</EditContext>
	);
}

/** What it is called, what it is, and the order its positions stand in. */
function TopFields({ skill }: { skill: Skill }) {
	const edit = useEdit();
	return (
		<div className={own.top}>
			<Words at="name" label="Skill" value={skill.name} className="" />
			<Words at="about" label="What it is" value={skill.about} className="" />
			<FormRow id="order" label="In the order of" className="">
				<Form.Select
					value={skill.order ?? ""}
					onChange={(event) => edit(["order"], event.target.value || undefined, "")}
				>
					<option value="">as listed</option>
					{orders.map((order) => (
						<option key={order} value={order}>
							{order === "ground up" ? "from the ground up" : "start to finish"}
						</option>
					))}
				</Form.Select>
			</FormRow>
		</div>
	);
}

/** The key positions as rows: written in place, put in another order, added, taken out. */
function Positions({
	page,
	writing,
	open,
	setOpen,
}: {
	page: SkillPage;
	writing: Writing;
	open: string | null;
	setOpen: Dispatch<SetStateAction<string | null>>;
}) {
	const { step, skill } = writing;
	const { positions } = skill;
	const [removed, setRemoved] = useState<string | null>(null);
	const add = useCallback(() => {
		const position = freshPosition(uuid());
		step((now) => ({ ...now, positions: [...now.positions, position] }));
		requestAnimationFrame(() => document.getElementById(`short-${position.id}`)?.focus());
	}, [step]);
	const toggle = useCallback((id: string) => setOpen((now) => (now === id ? null : id)), [setOpen]);
	const remove = useCallback(
		(id: string) => {
			setRemoved(id);
			step((now) => ({
				...now,
				positions: removeItem(
					now.positions,
					now.positions.findIndex((one) => one.id === id),
				),
			}));
		},
		[step],
	);
	useKeys({ a: add });

	const watchedBy = removed ? (page.watched[removed] ?? []) : [];
	const bad = new Set(writing.amiss.flatMap(({ path }) => /^positions\.(\d+)/.exec(path)?.[1] ?? []).map(Number));
	return (
		<>
			<div className={`${css.columns} ${own.columns}`} aria-hidden="true">
				<span />
				<span />
				<span>short</span>
				<span>key position</span>
				<span>cue</span>
				<span>cause</span>
				<span />
			</div>
			<Sortable
				ids={positions.map((one) => one.id)}
				onStart={() => setOpen(null)}
				onMove={(from, to) => step((now) => ({ ...now, positions: moveItem(now.positions, from, to) }))}
			>
				{positions.map((position, i) => (
					<PositionRow
						key={position.id}
						index={i}
						position={position}
						from={positions.find((one) => one.id === position.origin)?.short ?? ""}
						bad={bad.has(i)}
						isOpen={open === position.id}
						earlier={open === position.id ? positions.slice(0, i) : null}
						others={page.others}
						onToggle={toggle}
						onRemove={remove}
					/>
				))}
			</Sortable>
			{positions.length === 0 && <p className="mt-2 mute">No key positions yet. Two or three are enough to start.</p>}
			<div className={css.actions}>
				<Button variant="outline-primary" onClick={add}>
					add a position
				</Button>
				{removed && !positions.some((one) => one.id === removed) && (
					<span role="status">
						Removed.{" "}
						<Button
							variant="link"
							onClick={() => {
								writing.steps.undo();
								setRemoved(null);
							}}
						>
							undo the removal
						</Button>
						{watchedBy.length > 0 &&
							` ${plural(watchedBy.length, "rung")} in ladders watch it: ${[...new Set(watchedBy)].join(", ")}. They keep it. Such a ladder can use this version once none of its rungs watches the position.`}
					</span>
				)}
			</div>
		</>
	);
}

/** Under a row that is not open: how one sees that it is right, its tolerance, and the first fault with its cause. */
function AtAGlance({ position: { tell, tolerance, fault, faults = [] } }: { position: KeyPosition }) {
	const side = useContext(SideContext);
	const first = faults[0];
	const lines = [
		["sign", tell],
		["tolerance", toleranceWords(tolerance)],
		["fault", first?.words || fault],
		["remedy", first?.remedies[0]?.words],
	].filter(([, words]) => words);
	if (lines.length === 0) return null;
	return (
		<p className={own.glance} dir="auto">
			{lines.map(([name, words], i) => (
				<span key={name}>
					{i > 0 && " · "}
					{name}: {readSides(words ?? "", { side, strong: side })}
				</span>
			))}
		</p>
	);
}

/** One key position in its row, written in place; drawn anew only when it says something else. */
const PositionRow = memo(function PositionRow({
	index,
	position,
	from,
	bad,
	isOpen,
	earlier,
	others,
	onToggle,
	onRemove,
}: {
	index: number;
	position: KeyPosition;
	/** Short name of its usual origin. */
	from: string;
	bad: boolean;
	isOpen: boolean;
	earlier: readonly KeyPosition[] | null;
	others: readonly OtherSkill[];
	onToggle: (id: string) => void;
	onRemove: (id: string) => void;
}) {
	const edit = useEdit();
	const called = `position ${index + 1}`;
	return (
		<SortableRow id={position.id} label={`${called}, ${position.short || "new"}`} className={css.row}>
			{(grip) => (
				// A form of its own: at each letter a browser looks through the form it is typed in, for what it could fill in.
				<form noValidate onSubmit={(event) => event.preventDefault()}>
					<div className={`${css.summary} ${own.columns}`}>
						{grip}
						<span className={css.number}>{index + 1}</span>
						<input
							id={`short-${position.id}`}
							className={own.inRow}
							style={{ fontWeight: 700 }}
							aria-label={`Short name of ${called}`}
							placeholder="short"
							maxLength={10}
							value={position.short}
							dir="auto"
							onChange={(event) => edit(["positions", index, "short"], event.target.value)}
						/>
						<Line
							className={own.inRow ?? ""}
							aria-label={`Name of ${called}`}
							placeholder="what it is"
							value={position.name}
							onChange={(name) => edit(["positions", index, "name"], name)}
						/>
						<Line
							className={`${own.inRow} mute`}
							aria-label={`Cue of ${called}`}
							placeholder="what to say"
							maxLength={120}
							value={firstCue(position.cues)?.text ?? ""}
							onChange={(text) => edit(["positions", index, "cues"], withFirstCue(position.cues, text), `cue ${index}`)}
						/>
						<span className={`${css.cell} mute`}>{bad ? <span className="asks">check this position</span> : from}</span>
						<button type="button" className={own.more} aria-expanded={isOpen} onClick={() => onToggle(position.id)}>
							{isOpen ? "hide details" : "details"}
							<span className="visually-hidden"> of {called}</span>
						</button>
					</div>
					{!isOpen && <AtAGlance position={position} />}
					{isOpen && earlier && (
						<PositionFields
							index={index}
							position={position}
							earlier={earlier}
							others={others}
							onRemove={() => onRemove(position.id)}
						/>
					)}
				</form>
			)}
		</SortableRow>
	);
});
