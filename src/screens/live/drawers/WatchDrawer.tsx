"use client";

import { looksAtForm, MAX_WATCHED } from "@/core/ladder/rung";
import { changedActs } from "../acts/changed";
import { useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";

/** Any position of the skill in or out of what is watched; the count goes on, and the rung stays as it is. */
export function WatchDrawer() {
	const { board, acts } = useLive();
	const { settings, positions } = board.set.placing;
	const watched = new Set(positions.map(({ id }) => id));
	const full = watched.size >= MAX_WATCHED;
	const lastOne = looksAtForm(settings.gate) && watched.size === 1;
	return (
		<Drawer title="Watch">
			<p className="m-0">
				{full
					? `You can watch three. A new one replaces ${positions.at(-1)?.short}.`
					: "From the next try on. The rung itself does not change."}
			</p>
			<Choices>
				{board.ladder?.positions.map(({ id, short, name }) => (
					<Choice
						key={id}
						aria-pressed={watched.has(id)}
						small={watched.has(id) ? (lastOne ? "the last one: the rule asks for good form" : "watched") : name}
						disabled={lastOne && watched.has(id)}
						onClick={() => changedActs(acts.desk).watch(id)}
					>
						{short}
					</Choice>
				))}
			</Choices>
			<h2>Tries a set</h2>
			<Choices>
				{[-3, 3].map((by) => (
					<Choice
						key={by}
						disabled={settings.triesPerSet + by < 1 || settings.triesPerSet + by > 200}
						small={`${settings.triesPerSet + by} then`}
						onClick={() => changedActs(acts.desk).setOf(settings.triesPerSet + by)}
					>
						{by < 0 ? "three fewer" : "three more"}
					</Choice>
				))}
			</Choices>
		</Drawer>
	);
}
