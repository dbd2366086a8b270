"use client";

import { useState } from "react";
import { spotFault } from "@/core/commands/said";
import { Choice, Choices, Drawer } from "../drawers/Drawer";
import { useLive } from "../LiveContext";
import { nameIn, peopleHere } from "./people";

/** A fault is shown on purpose, and who names it first is kept. */
export function SpotDrawer() {
	const { lesson, board, pack, view } = useLive();
	const { ladder, set } = board;
	const [shown, setShown] = useState<string | null>(null);
	const faults = (ladder?.positions ?? []).filter(({ fault }) => fault !== "");
	const nameOf = (id: string | null) => (id === null ? "nobody" : nameIn(pack, id));
	const spotted = view.events.flatMap((event) => (event.kind === "fault.spotted" ? [event] : []));
	const chosen = faults.find(({ id }) => id === shown);
	return (
		<Drawer title="Spot it">
			{faults.length === 0 && <p className="m-0">This skill has no faults yet. Add one on its page.</p>}
			{!chosen && faults.length > 0 && <p className="m-0">Which fault do you show on purpose?</p>}
			{chosen ? (
				<>
					<p className="m-0" dir="auto">
						Shown: <b>{chosen.fault}</b> <span className="mute">({chosen.short})</span>. Who named it first?
					</p>
					<Choices>
						{[...peopleHere(board, pack), null].map((by) => (
							<Choice
								key={by ?? "-"}
								onClick={() => {
									lesson.write(spotFault(set, chosen, by));
									setShown(null);
								}}
							>
								<span dir="auto">{nameOf(by)}</span>
							</Choice>
						))}
						<Choice onClick={() => setShown(null)} small="this one is not saved">
							choose another fault
						</Choice>
					</Choices>
				</>
			) : (
				faults.map(({ id, fault, short }) => (
					<Choice key={id} small={short} onClick={() => setShown(id)}>
						<span dir="auto">{fault}</span>
					</Choice>
				))
			)}
			{spotted.map((event) => (
				<p key={event.id} className="m-0 mute" dir="auto">
					{event.body.name}: {nameOf(event.body.by)}
				</p>
			))}
		</Drawer>
	);
}
