"use client";

import { useEffect, useState } from "react";
import type { LessonView, SetView } from "@/core/log/view";
import { clockFace } from "./clockFace";

/** How long the stretch has been, or the rest after the set: for the eye only. */
export function Resting({ set, view }: { set: SetView; view: LessonView }) {
	const [time, setTime] = useState(() => Date.now());
	useEffect(() => {
		const timer = setInterval(() => setTime(Date.now()), 1000);
		return () => clearInterval(timer);
	}, []);
	const since = set.open
		? view.events.find(({ id }) => id === set.id)?.at
		: view.events.findLast((event) => event.kind === "set.closed" && event.set === set.id)?.at;
	const seconds = since === undefined ? 0 : Math.floor((time - Date.parse(since)) / 1000);
	// A clock that was set meanwhile says nothing of the rest.
	if (seconds < 0 || seconds >= 3600) return null;
	const minutes = set.open ? null : (set.rest?.minutes ?? null);
	return (
		<div>
			<b data-testid="rest">{clockFace(seconds)}</b>
			{minutes !== null ? `of ${minutes}:00` : set.open ? "in play" : "rest"}
		</div>
	);
}
