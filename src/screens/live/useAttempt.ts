"use client";

import { useState } from "react";
import { succeeded } from "@/core/ladder/good";
import type { Attempt } from "@/core/log/kinds";
import type { LessonOnDevice } from "@/device/lesson";
import { useStable } from "@/ui/useStable";
import { answerTouch, isTouch } from "./deviceSettings";
import type { Inputs } from "./inputs";
import { type Marks, marked, touched } from "./marks";
import type { Board } from "./model";
import type { Acts } from "./useActs";
import type { Call } from "./useCalled";
import { beginClock, type SetClock } from "./useSetClock";

const NO_MARKS: Marks = {};

/**
 * A touch on a field, with all that goes with it: what was marked before it, the label in
 * hand, and whether it came late or before a check.
 */
export function useAttempt({
	lesson,
	board,
	acts,
	layout,
	label,
	call,
	clock,
	onDone,
}: {
	lesson: LessonOnDevice;
	board: Board;
	acts: Acts;
	layout: Inputs;
	label: string;
	call: Call | null;
	clock: SetClock | null;
	onDone: () => void;
}) {
	const { set, advice, pain, stretch } = board;
	const [said, setSaid] = useState<{ set: string; marks: Marks }>({ set: set.id, marks: NO_MARKS });
	const marks = said.set === set.id ? said.marks : NO_MARKS;
	const setMarks = (to: Marks) => setSaid({ set: set.id, marks: to });

	/** What is added to a try that no field speaks of. */
	const beside = (): Partial<Attempt> => ({
		...(label ? { label } : {}),
		...(call ? { nth: call.nth, [call.variant ? "label" : "called"]: call.name } : {}),
		...(set.open && clock?.out ? { late: true } : {}),
		...(advice.line === "care" ? { beforeCheck: true } : {}),
	});
	const attempt = useStable((touchedAs: Attempt) => {
		if (!isTouch(performance.now())) return;
		// Pain closes the fields until it is answered, for keys and remotes as well.
		if (pain || stretch) return;
		const body = layout.marks ? marked(touchedAs, touchedAs.noCount ? NO_MARKS : marks) : touchedAs;
		if (layout.marks) setMarks(NO_MARKS);
		answerTouch(body.off.length === 0 && succeeded(body.result, set.placing.settings.scale));
		if (set.open) clock?.begin();
		acts.attempt({ ...body, ...beside() });
		// The touch that opens a set after a rest starts that set's clock.
		const opened = lesson.snapshot().view.current;
		if (clock && opened && opened.id !== set.id) beginClock(opened.id);
		onDone();
	});
	return { attempt, marks, touchMark: useStable((id: string) => setMarks(touched(marks, id))) };
}
