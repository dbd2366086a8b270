"use client";

import { useState } from "react";
import { WeekRows } from "@/screens/calendar/WeekRows";
import { weekAfter } from "@/server/calendar";
import type { WeekRow } from "@/server/readCalendar";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";

/** The days after today, folded: where there are many lessons their rows are fetched when it is opened. */
export function RestOfWeek({ day, rows, words }: { day: string; rows: WeekRow[] | null; words: string }) {
	const { refused, ask } = useRefusals();
	const [fetched, setFetched] = useState<WeekRow[] | null>(null);
	const shown = rows ?? fetched;
	return (
		<details
			onToggle={async (event) => {
				if (!event.currentTarget.open || shown) return;
				const outcome = await ask(weekAfter(day));
				if (outcome.ok) setFetched(outcome.value);
			}}
		>
			<summary>{words}</summary>
			{shown ? <WeekRows rows={shown} day={day} /> : <p className="mute m-0">Loading.</p>}
			<Refusals refusals={refused} />
		</details>
	);
}
