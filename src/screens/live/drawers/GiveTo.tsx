"use client";

import { useState } from "react";
import { v7 as uuid } from "uuid";
import { give, ofSet } from "@/core/commands/give";
import type { TryView } from "@/core/log/view";
import { ladderWords } from "@/core/pack/labels";
import { counted, plural } from "@/core/text/lists";
import { useLive } from "../LiveContext";
import { Choice } from "./Drawer";
import { isSought, MANY, Search } from "./Search";

/** It was somebody else's: this try, its whole set, or all of the set since it; then whose. */
export function GiveTo({ t }: { t: TryView }) {
	const { view, pack, board, acts, close } = useLive();
	const [events, setEvents] = useState<readonly string[] | null>(null);
	const [sought, setSought] = useState("");
	const [whole, since] = [ofSet(view, t.set), ofSet(view, t.set, t.id)];
	const triesIn = (ids: readonly string[]) =>
		view.events.filter(({ id, kind }) => kind === "attempt" && ids.includes(id));
	const part = (ids: readonly string[], words: string) => (
		<Choice small={plural(triesIn(ids).length, "try")} onClick={() => setEvents(ids)}>
			{words}
		</Choice>
	);
	if (!events)
		return (
			<>
				{part([t.id], "this try was another student’s")}
				{whole.length > 1 && part(whole, "the whole set was another student’s")}
				{since.length > 1 && since.length < whole.length && part(since, "all tries since were another student’s")}
			</>
		);
	const here = new Set(board.tabs.map(({ ladder }) => ladder));
	const others = pack.ladders
		.filter(({ id }) => id !== board.visit.ladder)
		.sort((a, b) => Number(here.has(b.id)) - Number(here.has(a.id)));
	return (
		<>
			<p className="m-0" role="status">
				Whose? {counted(triesIn(events).length, "try moves", "tries move")} to the rung of their peg.
			</p>
			{others.length > MANY && <Search label="Search students" value={sought} onChange={setSought} />}
			{others
				.filter(({ id }) => isSought(ladderWords(pack, id), sought))
				.map((ladder) => (
					<Choice
						key={ladder.id}
						onClick={() => {
							acts.desk.write(give(uuid, acts.desk.view(), events, ladder));
							close();
						}}
					>
						<span dir="auto">{ladderWords(pack, ladder.id)}</span>
					</Choice>
				))}
		</>
	);
}
