"use client";

import { useState } from "react";
import { inSet } from "@/core/commands/sets";
import { reachedInLesson } from "@/core/load/inLesson";
import { useLive } from "../LiveContext";
import { OneLine } from "./OneLine";

/** Once more than the limit, with a reason: it is kept, and seen in the week. */
export function RaiseLoad() {
	const { lesson, view, board, close } = useLive();
	const { set } = board;
	const [first] = reachedInLesson(view, set.placing);
	const [typed, setTyped] = useState<string | null>(null);
	const [refused, setRefused] = useState("");
	if (!first) return null;
	const { part, of, load, limit } = first;
	const to = typed === null ? Math.ceil(Math.max(limit * 1.2, load + 1)) : Number(typed);
	return (
		<>
			<h2>Raise the limit once</h2>
			<label className="d-flex align-items-center gap-2">
				to
				<input
					className="form-control"
					type="number"
					inputMode="numeric"
					style={{ width: 112 }}
					aria-label="The new limit"
					value={typed ?? to}
					onChange={(event) => setTyped(event.target.value)}
				/>
				{of === "day" ? "today" : "in seven days"}
			</label>
			<OneLine
				label={`Reason: why the ${part} may take more`}
				placeholder="reason"
				most={200}
				does="raise it"
				onTake={(reason) => {
					if (!Number.isInteger(to) || to <= load) {
						setRefused(`The load is already ${Math.round(load)}. Enter ${Math.floor(load) + 1} or more.`);
						return;
					}
					lesson.write(inSet(set, "load.raised", { part, of, to, reason }));
					close();
				}}
			/>
			{refused && (
				<p role="alert" className="m-0 asks">
					{refused}
				</p>
			)}
			<p className="m-0 mute">Your sport’s governing body, the venue and licensed professionals come first.</p>
		</>
	);
}
