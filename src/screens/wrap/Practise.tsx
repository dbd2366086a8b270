"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import type { LessonView } from "@/core/log/view";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { readOn } from "@/core/pack/placing";
import { usualTarget } from "@/core/practice/amount";
import { type AskedDrill, MOST_DRILLS } from "@/core/practice/asked";
import { changeWords, pageChange } from "@/core/practice/page";
import { cutText } from "@/core/text/fields";
import { list } from "@/core/text/lists";
import css from "@/ui/facts.module.css";
import { GiveLink } from "./GiveLink";
import type { Drills } from "./useWrapUp";
import own from "./wrap.module.css";

/** What may be practised at home of what was worked on: nothing high, upside down or never alone; a checklist goes with it. */
export function practisable(view: LessonView, ladders: readonly PackLadder[]) {
	const worked = new Set(view.visits.flatMap(({ ladder, rung }) => (ladder ? [`${ladder}/${rung}`] : [])));
	const all = ladders.flatMap((ladder) =>
		ladder.rungs.filter(({ id }) => worked.has(`${ladder.id}/${id}`)).map((rung) => ({ ladder, rung })),
	);
	const whyNot = ({ ladder, rung }: (typeof all)[number]) => ladder.notHome?.[rung.id] ?? null;
	return {
		open: all.filter((one) => whyNot(one) === null),
		never: all.flatMap((one) => {
			const why = whyNot(one);
			return why === null ? [] : [{ ...one, why }];
		}),
	};
}

/** Days a week and tries a day of a drill nobody has said anything of. */
const USUAL = { days: 4, tries: 10 };

/** What one student is to practise from now on: what their page asks for, and what was worked on today. */
export function Practise({
	view,
	pack,
	student,
	name,
	named,
	drills,
}: {
	view: LessonView;
	pack: Pack;
	student: string;
	name: string;
	/** Whether the name stands in the heading: several were here. */
	named: boolean;
	drills: Drills;
}) {
	const ladders = pack.ladders.filter((ladder) => ladder.student === student);
	const { open, never } = practisable(view, ladders);
	const page = drills.pageOf(student);
	const now = drills.drillsOf(student);
	const before = page?.drills ?? [];
	if (open.length + never.length + now.length + before.length === 0) return null;
	const isOn = (ladder: string, rung: string) => now.some((one) => one.ladder === ladder && one.rung === rung);
	const offered: AskedDrill[] = open
		.filter(({ ladder, rung }) => !isOn(ladder.id, rung.id) && !onPage(before, ladder.id, rung.id))
		.map(({ ladder, rung }) => drillOn(ladder, rung));
	const rows = [...before, ...now.filter(({ item }) => !before.some((one) => one.item === item))];
	const set = (list: readonly AskedDrill[]) => drills.set(student, list);
	const careOf = ({ ladder, rung }: AskedDrill) =>
		ladders.find(({ id }) => id === ladder)?.rungs.find(({ id }) => id === rung)?.settings;
	const moveOf = ({ item, target }: AskedDrill) =>
		page?.news?.moves.find((move) => move.item === item && move.from === target);
	const change = drills.changed(student) ? changeWords(pageChange(before, now)) : "";
	return (
		<section id="practise" className={css.rung} aria-label={named ? `Home practice, ${name}` : "Home practice"}>
			<h2>Home practice{named && <span dir="auto">, {name}</span>}</h2>
			{[...rows, ...offered].map((row) => {
				const at = now.findIndex(({ item }) => item === row.item);
				const drill = now[at];
				const settings = careOf(row);
				return (
					<div key={row.item} className={own.drill}>
						<Form.Check
							id={`practise-${row.item}`}
							label={<span dir="auto">{row.name}</span>}
							checked={at >= 0}
							disabled={at < 0 && now.length >= MOST_DRILLS}
							onChange={() => set(at >= 0 ? now.filter((_, i) => i !== at) : [...now, row])}
						/>
						{drill && <Amounts drill={drill} onChange={(part) => set(now.with(at, { ...drill, ...part }))} />}
						{drill && <Raise move={moveOf(drill)} onTake={(target) => set(now.with(at, { ...drill, target }))} />}
						{drill && settings && settings.care.length > 0 && (
							<span className="mute w-100">First: {list(settings.care)}.</span>
						)}
						{drill && settings && drill.tries > settings.limit && (
							<span className="asks w-100">
								The limit on this rung is {settings.limit} tries a day, and {drill.tries} are asked for at home.
							</span>
						)}
					</div>
				);
			})}
			{never.map(({ ladder, rung, why }) => (
				<p key={`${ladder.id}/${rung.id}`} className="mute m-0" dir="auto">
					{readOn(ladder, rung.settings.name)}. {why}
				</p>
			))}
			{change && (
				<p className="m-0 mt-2" role="status" dir="auto">
					<b>Their page changes when you finish the lesson.</b> {change}
				</p>
			)}
			{(now.length > 0 || page) && <GiveLink student={student} name={name} page={page} />}
		</section>
	);
}

/** A target that was met often enough, or too seldom: offered where the practice is given. */
const Raise = ({
	move,
	onTake,
}: {
	move: { from: number; to: number; met: number; of: number } | undefined;
	onTake: (target: number) => void;
}) =>
	move && (
		<span className="asks w-100">
			Target {move.from} was met in {move.met} of the last {move.of}.{" "}
			<Button variant="outline-primary" onClick={() => onTake(move.to)}>
				set the target to {move.to}
			</Button>
		</span>
	);

const onPage = (before: readonly AskedDrill[], ladder: string, rung: string): boolean =>
	before.some((one) => one.ladder === ladder && one.rung === rung);

/** A rung as a drill that may come new: the same id each time it is offered in one lesson. */
const ids = new Map<string, string>();
function drillOn(ladder: PackLadder, rung: PackLadder["rungs"][number]): AskedDrill {
	const key = `${ladder.id}/${rung.id}`;
	const item = ids.get(key) ?? uuid();
	ids.set(key, item);
	const tries = Math.min(USUAL.tries, rung.settings.limit);
	return {
		item,
		ladder: ladder.id,
		rung: rung.id,
		name: cutText(readOn(ladder, rung.settings.name), 80),
		days: USUAL.days,
		tries,
		target: usualTarget(tries),
		minutes: 0,
	};
}

const fields = [
	["days", "days a week", 1, 7],
	["tries", "tries a day", 1, 500],
	["target", "good of them", 0, 500],
	["minutes", "minutes a day", 0, 600],
] as const;

/** How much of one drill. What is no number yet stays as it was. */
function Amounts({ drill, onChange }: { drill: AskedDrill; onChange: (part: Partial<AskedDrill>) => void }) {
	return (
		<div className={own.amounts}>
			{fields.map(([field, label, least, most]) => (
				<div key={field}>
					<Form.Control
						type="number"
						inputMode="numeric"
						min={least}
						max={field === "target" ? drill.tries : most}
						aria-label={`${label}: ${drill.name}`}
						key={field === "target" ? drill.target : field}
						defaultValue={drill[field] || ""}
						placeholder={field === "minutes" ? "any" : "0"}
						onChange={(event) => {
							const typed = event.target.value === "" ? least : Math.round(Number(event.target.value));
							if (Number.isNaN(typed)) return;
							const value = Math.min(most, Math.max(least, typed));
							const target = field === "tries" ? { target: Math.min(drill.target, value) } : {};
							onChange({ [field]: field === "target" ? Math.min(value, drill.tries) : value, ...target });
						}}
					/>
					<span className="mute" aria-hidden="true">
						{label}
					</span>
				</div>
			))}
		</div>
	);
}
