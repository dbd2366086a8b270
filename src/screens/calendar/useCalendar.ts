import { useRouter } from "next/navigation";
import { useCallback, useRef, useState } from "react";
import { dayAfter } from "@/core/text/fields";
import { type CalendarUndo, calendarSpan, changeFromHere, changeLesson, undoCalendar } from "@/server/calendar";
import type { CalendarSpan } from "@/server/readCalendar";
import { useRefusals } from "@/ui/useRefusals";

type Change = {
	skipped?: true;
	day?: string;
	time?: string;
	minutes?: number;
	place?: string;
	students?: string[];
	reason?: string;
};

/** The last change, to be undone; and, of one lesson of a series, to be made from there on. */
interface Done {
	words: string;
	undo: CalendarUndo;
	/** Makes the same of all lessons from this one on. */
	further: { booking: string; on: string; change: Change } | null;
}

const MARGIN_DAYS = 28;

/** The stretch of the calendar that is here, its changes, and the last one to undo. */
export function useCalendar(first: CalendarSpan) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [span, setSpan] = useState(first);
	const [done, setDone] = useState<Done | null>(null);
	const fetchSpan = useCallback(
		async (from: string, to: string) => {
			const next = await ask(calendarSpan(from, to));
			if (next.ok) setSpan(next.value);
		},
		[ask],
	);
	/** What changed here is read anew, and the rows and series below with it. */
	const again = async () => {
		await fetchSpan(span.from, span.to);
		router.refresh();
	};
	/** The grid is turned: days that are not here are fetched, with some around. */
	const show = useCallback(
		(from: string, to: string) => {
			if (from < span.from || to > span.to) void fetchSpan(dayAfter(from, -MARGIN_DAYS), dayAfter(to, MARGIN_DAYS));
		},
		[span.from, span.to, fetchSpan],
	);
	/** Changes wait for each other: each is made on what the one before has left. */
	const last = useRef<Promise<unknown>>(Promise.resolve());
	const waiting = useRef(0);
	const change = async (booking: string, on: string, to: Change | null, words: string, isSeries: boolean) => {
		// Seen at once: a second press is made on what the first one shows.
		const { skipped, ...moved } = to ?? {};
		if (to && !skipped)
			setSpan((now) => ({
				...now,
				rows: now.rows.map((row) => (row.booking === booking && row.on === on ? { ...row, ...moved } : row)),
			}));
		waiting.current += 1;
		const asked = last.current.then(() => ask(changeLesson(booking, on, to)));
		last.current = asked;
		const outcome = await asked;
		waiting.current -= 1;
		if (outcome.ok) {
			const further = isSeries && to !== null && !skipped ? { booking, on, change: to } : null;
			setDone({ words, undo: outcome.value, further });
		}
		if (waiting.current === 0) await again();
		return outcome.ok;
	};
	const fromHere = async (booking: string, on: string, to: Change, words: string) => {
		const outcome = await ask(changeFromHere(booking, on, to));
		if (!outcome.ok) return false;
		setDone({ words, undo: outcome.value, further: null });
		await again();
		return true;
	};
	const undo = async () => {
		if (!done) return;
		const outcome = await ask(undoCalendar(done.undo));
		if (!outcome.ok) return;
		setDone(null);
		await again();
	};
	/** The one lesson is put back, and the series is changed from it on. */
	const further = async () => {
		if (!done?.further) return;
		const { booking, on, change: to } = done.further;
		const back = await ask(undoCalendar(done.undo));
		if (back.ok) await fromHere(booking, on, to, `All lessons from here on. ${done.words}`);
	};
	return { span, refused, done, show, again, change, fromHere, undo, further };
}

export type CalendarActs = ReturnType<typeof useCalendar>;
