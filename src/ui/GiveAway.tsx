"use client";

import { useId, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import type { Drafts } from "@/core/commands/drafts";
import { type Givable, give, ofSet } from "@/core/commands/give";
import type { SetView } from "@/core/log/view";
import { ladderWords } from "@/core/pack/labels";
import type { Pack } from "@/core/pack/pack";
import { plural } from "@/core/text/lists";

interface Part {
	set: SetView;
	/** Its number among the sets of that ladder. */
	number: number;
	tries: number;
}

/** Sets with something tried in them, in the order they were opened. */
function partsIn(view: Givable): Part[] {
	const tried = view.sets.flatMap((set) => {
		const tries = view.events.filter(({ kind, set: id }) => kind === "attempt" && id === set.id).length;
		return tries > 0 && set.placing.ladder ? [{ set, tries }] : [];
	});
	return tried.map((one, i) => ({
		...one,
		number: tried.slice(0, i + 1).filter(({ set }) => set.placing.ladder === one.set.placing.ladder).length,
	}));
}

/** A set that was somebody else's goes to them, with its times, marks and cues; both counts follow. */
export function GiveAway({
	view,
	pack,
	onGive,
}: {
	view: Givable;
	pack: Pack;
	onGive: (command: Drafts) => void | Promise<void>;
}) {
	const id = useId();
	const parts = partsIn(view);
	const [part, setPart] = useState("");
	const [to, setTo] = useState("");
	const chosen = parts.find(({ set }) => set.id === part) ?? parts[0];
	if (!chosen) return null;
	const others = pack.ladders.filter((ladder) => ladder.id !== chosen.set.placing.ladder);
	const ladder = others.find((one) => one.id === to);
	const words = ({ set, number, tries }: Part) =>
		`${ladderWords(pack, set.placing.ladder ?? "")}: ${set.placing.settings.name}, set ${number}, ${plural(tries, "try")}`;
	return (
		<details className="mt-3">
			<summary>A set was another student’s</summary>
			<Form
				className="d-flex gap-2 align-items-end flex-wrap mt-2"
				onSubmit={async (event) => {
					event.preventDefault();
					if (!ladder) return;
					await onGive(give(uuid, view, ofSet(view, chosen.set.id), ladder));
					setTo("");
				}}
			>
				<Form.Group controlId={`${id}-set`} style={{ minWidth: 0 }}>
					<Form.Label>Which set</Form.Label>
					<Form.Select value={chosen.set.id} onChange={(event) => setPart(event.target.value)}>
						{parts.map((one) => (
							<option key={one.set.id} value={one.set.id}>
								{words(one)}
							</option>
						))}
					</Form.Select>
				</Form.Group>
				<Form.Group controlId={`${id}-to`} style={{ minWidth: 0 }}>
					<Form.Label>Student it belongs to</Form.Label>
					<Form.Select value={to} onChange={(event) => setTo(event.target.value)}>
						<option value="">choose a student</option>
						{others.map((one) => (
							<option key={one.id} value={one.id}>
								{ladderWords(pack, one.id)}
							</option>
						))}
					</Form.Select>
				</Form.Group>
				<Button type="submit" variant="outline-primary" disabled={!ladder}>
					give the set to the student
				</Button>
			</Form>
			<p className="hint m-0">
				It moves to the rung of their peg, with its marks and cues. Pegs that moved because of it stay.
			</p>
		</details>
	);
}
