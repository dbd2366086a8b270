"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { v7 as uuid } from "uuid";
import { adviseOn } from "@/core/advice";
import { type Dose, doseOf, groupTry, roundsOver, setOf } from "@/core/commands/group";
import { inSet, openSet } from "@/core/commands/sets";
import { waitingOn } from "@/core/commands/waiting";
import { roundOf } from "@/core/groups/rounds";
import { succeeded } from "@/core/ladder/good";
import { inputsFor } from "@/core/lesson/inputs";
import type { Attempt } from "@/core/log/kinds";
import { type LessonView, openPain, type SetView, visitOfSet } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { plural } from "@/core/text/lists";
import { keepJson, readKeptJson } from "@/device/localKeep";
import { answerTouch, isTouch } from "../deviceSettings";
import { isSought, MANY, Search } from "../drawers/Search";
import { Fields } from "../Fields";
import { useLive } from "../LiveContext";
import type { When } from "../useTouch";
import css from "./courtside.module.css";

const MOST = 12;
const keyOf = (lesson: string) => `peg-ladder group ${lesson}`;
const isList = (value: unknown): string[] | null =>
	Array.isArray(value) && value.every((one) => typeof one === "string") ? value : null;

interface Member {
	ladder: PackLadder;
	name: string;
	set: SetView | null;
	dose: Dose;
	/** The rule is met on this rung today. */
	met: boolean;
	/** Whether their last try of this round was good. */
	last: boolean | null;
	/** Why nothing is counted for them until it is answered. */
	first: { care: readonly string[] } | { pain: string } | null;
}

/** What has to be seen to before anything is counted for somebody. */
function firstFor(view: LessonView, ladder: PackLadder, set: SetView | null): Member["first"] {
	const latest = set ?? view.sets.findLast((one) => one.placing.ladder === ladder.id) ?? null;
	if (!latest) {
		const { care } = waitingOn(view, ladder)[0].settings;
		return care.length > 0 ? { care } : null;
	}
	const visit = visitOfSet(view, latest);
	const pain = visit && openPain(visit);
	if (pain) return { pain: pain.part };
	const { act } = adviseOn(view, latest);
	return act?.kind === "care" ? { care: act.items } : null;
}

function memberOf(view: LessonView, ladder: PackLadder, name: string): Member {
	const set = setOf(view, ladder.id);
	const visit = visitOfSet(view, set);
	const last = visit?.tries.findLast((one) => one.set === set?.id && !one.body.noCount);
	const today = view.visits.findLast((one) => one.ladder === ladder.id && one.elsewhere === null);
	return {
		ladder,
		name,
		set,
		dose: doseOf(view, ladder),
		met: today?.verdict.kind === "met",
		last: last ? last.good : null,
		first: firstFor(view, ladder, set),
	};
}

/** Keys would count for the set behind the board. */
function useNoKeysBehind(onEscape: () => void): void {
	useEffect(() => {
		const stop = (event: KeyboardEvent) => {
			if (event.key === "Escape") onEscape();
			if (event.key !== "Tab" && event.key !== "Enter" && event.key !== " ") event.stopImmediatePropagation();
		};
		window.addEventListener("keydown", stop, true);
		return () => window.removeEventListener("keydown", stop, true);
	}, [onEscape]);
}

/** Up to twelve on one screen: a name, then what came of it; each shows how far their dose is, and the round ends by itself. */
export function GroupDrawer() {
	const { lesson, view, pack, board, acts, close } = useLive();
	const [chosen, setChosen] = useState<string[]>(
		() =>
			readKeptJson(keyOf(lesson.lesson), isList) ??
			view.visits.flatMap(({ ladder }, i, all) =>
				ladder && all.findIndex((one) => one.ladder === ladder) === i ? [ladder] : [],
			),
	);
	const [selected, setSelected] = useState<string | null>(null);
	const [choosing, setChoosing] = useState(chosen.length < 2);
	useNoKeysBehind(close);
	const dialog = useRef<HTMLDialogElement>(null);
	useEffect(() => dialog.current?.showModal(), []);
	const put = (next: string[]) => {
		setChosen(next);
		keepJson(keyOf(lesson.lesson), next);
	};
	const group = chosen.flatMap((id) => pack.ladders.find((ladder) => ladder.id === id) ?? []);
	const nameOf = (ladder: PackLadder) => pack.students.find(({ id }) => id === ladder.student)?.student.name ?? "";
	const round = roundsOver(view, group);
	const told = roundOf(
		group.map(({ id }) => id),
		// Partners change with every round.
		2 * round,
	);
	const inPairs = [...told.pairs.flat(), ...(told.out ? [told.out] : [])].flatMap(
		(id) => group.find((ladder) => ladder.id === id) ?? [],
	);
	const members = inPairs.map((ladder) => memberOf(view, ladder, nameOf(ladder)));
	const now = members.find(({ ladder }) => ladder.id === selected) ?? null;
	const log = (attempt: Attempt, when?: When) => {
		if (!now || !isTouch(when?.up ?? performance.now())) return;
		answerTouch(attempt.off.length === 0 && succeeded(attempt.result, now.set?.placing.settings.scale));
		lesson.write(groupTry(uuid, lesson.snapshot().view, group, now.ladder, attempt));
		setSelected(null);
	};
	const begun = members.some(({ dose }) => dose.done > 0);
	return (
		<dialog ref={dialog} className={css.whole} aria-label="Everybody" onClose={close}>
			<div className={css.bar}>
				<button type="button" aria-pressed={choosing} onClick={() => setChoosing(!choosing)}>
					<small>on the board</small> {members.length}
				</button>
				<p className={css.round} role="status">
					round <b>{round + 1}</b>
					<small>
						{round > 0 && !begun ? `round ${round} is over; new partners` : told.out ? "the last one waits" : ""}
					</small>
				</p>
				<button type="button" onClick={close}>
					close
				</button>
			</div>
			{choosing || members.length === 0 ? (
				<Choosing chosen={chosen} nameOf={nameOf} onChange={put} />
			) : (
				<>
					<ul className={css.people} aria-label="Who was it?">
						{members.map((one) => (
							<Person
								key={one.ladder.id}
								twice={members.some(({ ladder, name }) => name === one.name && ladder !== one.ladder)}
								member={one}
								on={one === now}
								onTouch={setSelected}
							/>
						))}
					</ul>
					<Outcome member={now} onAttempt={log} />
				</>
			)}
			<div className={css.bar}>
				<button type="button" onClick={acts.undo}>
					undo
				</button>
				<button
					type="button"
					disabled={!now || now.first !== null}
					onClick={() => log({ result: "hit", off: [], judged: false, noCount: true })}
				>
					no count
				</button>
				<button
					type="button"
					onClick={() => now && acts.ladder(now.ladder)}
					disabled={!now || board.ladder === now.ladder}
				>
					<small>go to</small> {now ? now.name.split(" ")[0] : "one of them"}
				</button>
			</div>
		</dialog>
	);
}

function Person({
	member,
	twice,
	on,
	onTouch,
}: {
	member: Member;
	/** Somebody of that name is on the board with another ladder too. */
	twice: boolean;
	on: boolean;
	onTouch: (ladder: string | null) => void;
}) {
	const { ladder, name, dose, met, last, first } = member;
	return (
		<li>
			<button
				type="button"
				aria-pressed={on}
				data-done={dose.done >= dose.of || undefined}
				onClick={() => onTouch(on ? null : ladder.id)}
			>
				<b dir="auto">{name}</b>
				<span>
					{last !== null && <i role="img" aria-label={last ? "last one good" : "last one off"} data-good={last} />}
					{dose.done} of {dose.of}
					{twice && ` · ${ladder.skill}`}
					{met && " · rule met"}
					{first && ("care" in first ? " · check first" : ` · pain, ${first.pain}`)}
				</span>
			</button>
		</li>
	);
}

/** The fields of whoever was touched; until somebody is, they are not there to be hit. */
function Outcome({ member, onAttempt }: { member: Member | null; onAttempt: (attempt: Attempt) => void }) {
	const { lesson, view } = useLive();
	const placing = member ? (member.set?.placing ?? waitingOn(view, member.ladder)[0]) : null;
	const rule = member?.set ? visitOfSet(view, member.set)?.rule : undefined;
	const layout = useMemo(
		() =>
			placing &&
			inputsFor(placing.settings, rule ?? placing.settings.rule, placing.positions, null, {
				...(placing.chain ? { chain: placing.chain } : {}),
				...(placing.musts ? { musts: placing.musts } : {}),
			}),
		[placing, rule],
	);
	if (!member || !layout || !placing) return <p className={css.nobody}>Touch a name, then what came of it.</p>;
	if (member.first && "pain" in member.first)
		return (
			<p className={css.nobody}>
				Pain, {member.first.pain}: nothing is counted for {member.name} until it is answered. “Go to” them.
			</p>
		);
	if (member.first) {
		const { care } = member.first;
		return (
			<div className={css.nobody}>
				<p className="m-0" dir="auto">
					{care.join(" · ")}
				</p>
				<button
					type="button"
					className={css.large}
					onClick={() => {
						const opened = member.set ? null : openSet(uuid, ...waitingOn(view, member.ladder));
						const set = (member.set ?? { id: opened?.id ?? "", placing }) as SetView;
						lesson.write([
							...(opened ? [opened] : []),
							...inSet(set, "care.confirmed", { rung: placing.rung, items: [...care] }),
						]);
					}}
				>
					all of it is there
				</button>
			</div>
		);
	}
	return <Fields layout={layout} onAttempt={onAttempt} />;
}

function Choosing({
	chosen,
	nameOf,
	onChange,
}: {
	chosen: readonly string[];
	nameOf: (ladder: PackLadder) => string;
	onChange: (next: string[]) => void;
}) {
	const { pack } = useLive();
	const [sought, setSought] = useState("");
	const [refused, setRefused] = useState(false);
	const words = (ladder: PackLadder) =>
		`${nameOf(ladder)} · ${ladder.skill}${ladder.side === "none" ? "" : `, ${ladder.side}`}`;
	const toggle = (id: string) => {
		const off = chosen.filter((one) => one !== id);
		const full = off.length === chosen.length && chosen.length >= MOST;
		setRefused(full);
		if (!full) onChange(off.length < chosen.length ? off : [...chosen, id]);
	};
	return (
		<div className={css.choosing}>
			<p className="m-0">Who is on the board, and on which ladder: each works on the rung their peg stands on.</p>
			{refused && (
				<p role="alert" className="asks m-0">
					{plural(MOST, "is", "are")} on the board, and there is no room for another; take somebody off first.
				</p>
			)}
			{pack.ladders.length > MANY && <Search label="Look for somebody" value={sought} onChange={setSought} />}
			{pack.ladders
				.filter((ladder) => isSought(words(ladder), sought))
				.map((ladder) => (
					<button
						key={ladder.id}
						type="button"
						aria-pressed={chosen.includes(ladder.id)}
						onClick={() => toggle(ladder.id)}
						dir="auto"
					>
						{words(ladder)}
					</button>
				))}
		</div>
	);
}
