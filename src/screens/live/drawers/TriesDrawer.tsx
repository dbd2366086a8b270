"use client";

import { useEffect, useState } from "react";
import { v7 as uuid } from "uuid";
import { corrected } from "@/core/commands/tries";
import { OTHER } from "@/core/lesson/layout";
import { lookedFor } from "@/core/log/kinds";
import type { TryView } from "@/core/log/view";
import { plural } from "@/core/text/lists";
import { TryMark, tryWords } from "@/ui/Marks";
import { useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";
import css from "./drawer.module.css";
import { GiveTo } from "./GiveTo";
import { OneLine } from "./OneLine";

/** The strip opened into large rows: correct, take back, insert. */
export function TriesDrawer() {
	const { board, setCorrecting } = useLive();
	const { tries } = board.visit;
	const [open, setOpen] = useState<string | null>(null);
	const number = tries.findIndex(({ id }) => id === open) + 1;
	// While a try is open the large fields count nothing, and say so.
	useEffect(() => {
		setCorrecting(number > 0 ? number : null);
		return () => setCorrecting(null);
	}, [number, setCorrecting]);
	const rows = [...tries].reverse();
	return (
		<Drawer title={`${plural(tries.length, "try")}, latest first`}>
			{rows.length === 0 && <p>No tries here yet.</p>}
			{rows.map((t) => (
				<div key={t.id}>
					<button
						type="button"
						className={css.tryRow}
						aria-expanded={open === t.id}
						onClick={() => setOpen(open === t.id ? null : t.id)}
					>
						<b>{tries.indexOf(t) + 1}</b>
						<TryMark t={t} />
						<span>
							{tryWords(t, board.short)}
							{t.variation !== "own" && `, ${t.variation} variation`}
							{t.over && ", past the limit"}
							{t.amended && ", corrected"}
							{t.inserted && ", added later"}
						</span>
					</button>
					{open === t.id && <TryEditor t={t} onDone={() => setOpen(null)} />}
				</div>
			))}
		</Drawer>
	);
}

function TryEditor({ t, onDone }: { t: TryView; onDone: () => void }) {
	const { board, acts, layout } = useLive();
	const fields = [...layout.main].reverse().concat(layout.rows.flat());
	const [mode, setMode] = useState<"correct" | "insert">("correct");
	const done = (act: () => void) => () => {
		act();
		onDone();
	};
	return (
		<Choices>
			<Choice onClick={done(() => acts.takeBack(t.id))}>remove try</Choice>
			<Choice onClick={done(() => acts.amend(t, { ...t.body, noCount: !t.body.noCount }))}>
				{t.body.noCount ? "count it" : "no count"}
			</Choice>
			<Choice aria-pressed={mode === "insert"} onClick={() => setMode(mode === "insert" ? "correct" : "insert")}>
				insert after
			</Choice>
			<GiveTo t={t} />
			{fields.map((field) => (
				<Choice
					key={field.id}
					small={mode === "insert" ? "insert after it" : "it was"}
					onClick={done(() =>
						mode === "insert" ? acts.insert(t, field.attempt) : acts.amend(t, corrected(t.body, field.attempt)),
					)}
				>
					{`${field.small} ${field.label}`.trim()}
				</Choice>
			))}
			{layout.rows.every((row) => row.every((field) => !field.position)) &&
				lookedFor(board.visit.placing).map(({ id, short }) => {
					const off = t.body.off.some((one) => one.position === id);
					return (
						<Choice
							key={id}
							aria-pressed={off}
							small={off ? "was right" : "was off"}
							onClick={done(() =>
								acts.amend(t, {
									...t.body,
									off: off ? t.body.off.filter((one) => one.position !== id) : [...t.body.off, { position: id }],
								}),
							)}
						>
							{short}
						</Choice>
					);
				})}
			{t.body.off.some(({ position }) => position === OTHER.id) && <NameOther t={t} onDone={onDone} />}
			{t.body.off.flatMap((off) =>
				(["short", "beyond"] as const).map((direction) => (
					<Choice
						key={`${off.position}-${direction}`}
						aria-pressed={off.direction === direction}
						onClick={done(() =>
							acts.amend(t, {
								...t.body,
								off: t.body.off.map((o) => (o.position === off.position ? { ...o, direction } : o)),
							}),
						)}
					>
						{direction === "short" ? "not enough" : "too much"}
					</Choice>
				)),
			)}
		</Choices>
	);
}

/** What "other" was: a position of the skill, something that has no name yet, or to be looked at later. */
function NameOther({ t, onDone }: { t: TryView; onDone: () => void }) {
	const { board, acts } = useLive();
	const here = new Set(lookedFor(board.visit.placing).map(({ id }) => id));
	const others = (board.ladder?.positions ?? []).filter(({ id }) => !here.has(id));
	const name = (position: string, called: string) => {
		const off = t.body.off.map((one) => (one.position === OTHER.id ? { ...one, position, name: called } : one));
		acts.amend(t, { ...t.body, off });
		onDone();
	};
	return (
		<>
			{others.map(({ id, short }) => (
				<Choice key={id} small="other was" onClick={() => name(id, short)}>
					{short}
				</Choice>
			))}
			<Choice
				small="for later"
				onClick={() => {
					acts.park(`Something else was off on ${board.visit.placing.settings.name}`);
					onDone();
				}}
			>
				park it
			</Choice>
			<OneLine label="Name of the fault" placeholder="a new name" most={10} onTake={(own) => name(uuid(), own)} />
		</>
	);
}
