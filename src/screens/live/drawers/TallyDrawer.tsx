"use client";

import { useState } from "react";
import { secondsOf } from "@/core/lesson/inputs";
import { type Tally, tallyRefusal } from "@/core/rules/tally";
import { useDone, useLive } from "../LiveContext";
import { Drawer } from "./Drawer";
import css from "./drawer.module.css";

const parts = [
	["tries", "tries"],
	["good", "good"],
	["longest", "longest run"],
] as const;
type Part = (typeof parts)[number][0];

const keys = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "←", "0"] as const;

/**
 * A set that was counted in the head, as numbers by keypad: tries, good, and the longest run
 * where it is known. Against the clock one number says it all.
 */
export function TallyDrawer() {
	const { acts, board } = useLive();
	const done = useDone();
	const { triesPerSet } = board.set.placing.settings;
	const seconds = secondsOf(board.visit.rule);
	const [typed, setTyped] = useState<Partial<Record<Part, string>>>({});
	const [part, setPart] = useState<Part>(seconds === null ? "tries" : "good");
	const number = (name: Part) => (typed[name] ? Number(typed[name]) : null);
	const [good, longest] = [number("good"), number("longest")];
	const tries = number("tries") ?? (seconds === null ? triesPerSet : good);
	const tally: Tally | null =
		good === null || tries === null ? null : { tries, good, ...(longest === null ? {} : { longest }) };
	const wrong = tally && (tallyRefusal(tally) ?? (tally.tries > 500 ? "Tries: enter at most 500." : null));
	const press = (key: (typeof keys)[number]) =>
		setTyped((so) => ({
			...so,
			[part]: key === "←" ? (so[part] ?? "").slice(0, -1) : `${so[part] ?? ""}${key}`.slice(0, 3),
		}));
	const shown = seconds === null ? parts : parts.filter(([name]) => name === "good");
	return (
		<Drawer title={seconds === null ? "Totals of a set" : `How many in ${seconds} seconds`}>
			<div className={css.numbers}>
				{shown.map(([name, words]) => (
					<button key={name} type="button" aria-pressed={part === name} onClick={() => setPart(name)}>
						<b data-testid={`tally-${name}`}>
							{typed[name] || (name === "tries" ? triesPerSet : name === "longest" ? "?" : "–")}
						</b>
						{words}
					</button>
				))}
			</div>
			<div className={css.keypad}>
				{keys.map((key) => (
					<button
						key={key}
						type="button"
						aria-label={key === "←" ? "delete the last digit" : key}
						onClick={() => press(key)}
					>
						{key}
					</button>
				))}
				<button
					type="button"
					className={css.enter}
					disabled={tally === null || wrong !== null}
					onClick={done(
						() =>
							tally &&
							acts.tally(
								seconds === null ? tally : { ...tally, tries: Math.max(1, tally.tries), seconds, score: true },
							),
					)}
				>
					enter<span className="visually-hidden"> the totals</span>
				</button>
			</div>
			<p role="status" className="m-0">
				{wrong ??
					(seconds === null
						? "These tries use up the limit. The rule is met only if it would be met in any order."
						: "A score: how many within the time. It does not use up the limit.")}
			</p>
		</Drawer>
	);
}
