"use client";

import { rolesNow } from "@/core/groups/roles";
import { readOn } from "@/core/pack/placing";
import { plural } from "@/core/text/lists";
import { Choice, Drawer } from "../drawers/Drawer";
import { useDone, useLive } from "../LiveContext";
import css from "./courtside.module.css";
import { nameIn, peopleHere } from "./people";

/** Who does, feeds, counts and watches, with what each has to know; they move on by one when it is the next one's turn. */
export function RolesDrawer() {
	const { board, pack, acts } = useLive();
	const done = useDone();
	const { set, ladder, tabs, triesInSet } = board;
	const { settings } = set.placing;
	const people = peopleHere(board, pack);
	const doing = set.placing.student ?? "";
	const told = rolesNow(people.includes(doing) ? people : [doing, ...people], doing, settings.roles);
	const laddersHere = tabs.flatMap((tab) => pack.ladders.find(({ id }) => id === tab.ladder) ?? []);
	const nextLadder = laddersHere.find(({ student }) => student === told[1]?.person);
	// What is set in the lesson holds; the rung says it where nothing is.
	const swap = board.turns ? set.turn : settings.swapAfter;
	const sinceSwap = board.turns ? triesInSet % set.turn : triesInSet;
	const due = swap !== undefined && !board.turns && triesInSet >= swap;
	return (
		<Drawer title="Who does what">
			{told.map(({ person, role, words, watch }) => {
				const position = ladder?.positions.find(({ id }) => id === watch);
				return (
					<div key={person} className={css.role}>
						<p className="m-0" dir="auto">
							<b>{nameIn(pack, person)}</b> {role}
							{words && `: ${readOn(ladder, words)}`}
						</p>
						{position && (
							<p className="m-0 mute" dir="auto">
								Watches {position.name}
								{(position.look ?? [])[0] && `: ${(position.look ?? [])[0]}`}
							</p>
						)}
					</div>
				);
			})}
			{told.length === 1 && (
				<p className="m-0">Only one student is here. Add others under “what next”, or use the group board.</p>
			)}
			{swap !== undefined && !set.joint && (
				<p className={due ? "m-0 asks" : "m-0 mute"}>
					They swap after {plural(swap, "try")}: {sinceSwap} so far.
				</p>
			)}
			{nextLadder && (
				<Choice onClick={done(() => acts.ladder(nextLadder))} small={`${nameIn(pack, nextLadder.student)} does next`}>
					swap
				</Choice>
			)}
		</Drawer>
	);
}
