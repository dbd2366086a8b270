"use client";

import { useState } from "react";
import { ladderDifferences, type RungsBefore } from "@/core/ladder/differ";
import { dayWords } from "@/ui/dates";
import css from "@/ui/rows.module.css";
import own from "./ladders.module.css";

/** What reads otherwise than when the ladder was built, or than at the last lesson on it. */
export function Changed({
	rungs,
	built,
	lately,
}: {
	/** As they stand in the form, saved or not. */
	rungs: () => RungsBefore;
	built: { at: string; rungs: RungsBefore } | null;
	lately: { day: string; rungs: RungsBefore } | null;
}) {
	const since = [
		...(lately ? [{ words: `since the last lesson, ${dayWords(lately.day)}`, rungs: lately.rungs }] : []),
		...(built ? [{ words: `since it was built, ${dayWords(built.at.slice(0, 10))}`, rungs: built.rungs }] : []),
	];
	return since.map(({ words, rungs: before }) => <Since key={words} words={words} before={before} now={rungs} />);
}

function Since({ words, before, now }: { words: string; before: RungsBefore; now: () => RungsBefore }) {
	const [says, setSays] = useState<ReturnType<typeof ladderDifferences> | null>(null);
	return (
		<details
			className={own.aside}
			onToggle={(event) => setSays(event.currentTarget.open ? ladderDifferences(before, now()) : null)}
		>
			<summary>changes {words}</summary>
			{says?.length === 0 && <p className="m-0 mute">No changes.</p>}
			<ul className={css.plain} data-testid="changed">
				{says?.map(({ id, name, what, fields }) => (
					<li key={id}>
						<b dir="auto">{name || "a rung"}</b> {what}
						{fields.length > 0 && <span className="mute"> · {fields.join(" · ")}</span>}
					</li>
				))}
			</ul>
			<p className="hint m-0">Logged tries keep the rung as it was then.</p>
		</details>
	);
}
