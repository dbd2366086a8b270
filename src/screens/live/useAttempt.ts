"use client";

import { useState } from "react";
import { type Marks, marked, marksOn, remarked, touched, tryToMark } from "@/core/commands/marks";
import { succeeded } from "@/core/ladder/good";
import type { Board } from "@/core/lesson/board";
import type { Attempt } from "@/core/log/kinds";
import type { LessonView } from "@/core/log/view";
import type { LessonOnDevice } from "@/device/lesson";
import { useStable } from "@/ui/useStable";
import { answerTouch, isTouch } from "./deviceSettings";
import type { Acts } from "./useActs";
import type { Call } from "./useCalled";
import { beginClock, type SetClock } from "./useSetClock";
import type { When } from "./useTouch";

const NO_MARKS: Marks = {};

/**
 * A touch on a field, with all that goes with it: what was marked before a first one, the label in
 * hand, and whether it came late or before a check.
 */
export function useAttempt({
	lesson,
	board,
	acts,
	label,
	callAt,
	clock,
	view,
	correcting,
	onCorrected,
	onDone,
}: {
	lesson: LessonOnDevice;
	board: Board;
	acts: Acts;
	label: string;
	/** The call that stood at a time. */
	callAt: (time: number) => Call | null;
	clock: SetClock | null;
	view: LessonView;
	/** The number of the try that is open for correction: the fields count nothing then. */
	correcting: number | null;
	onCorrected: () => void;
	onDone: () => void;
}) {
	const { set, advice, pain, stretch } = board;
	/** Marks that wait for a rung's first try; after one, a mark changes that try at once. */
	const [said, setSaid] = useState<{ set: string; marks: Marks }>({ set: set.id, marks: NO_MARKS });
	const waiting = said.set === set.id ? said.marks : NO_MARKS;
	const marking = tryToMark(view);

	/** What is added to a try that no field speaks of. */
	const beside = (call: Call | null): Partial<Attempt> => ({
		...(label ? { label } : {}),
		...(call ? { nth: call.nth, [call.variant ? "label" : "called"]: call.name } : {}),
		...(set.open && clock?.out ? { late: true } : {}),
		...(advice.line === "care" ? { beforeCheck: true } : {}),
	});
	const attempt = useStable((touchedAs: Attempt, when?: When) => {
		const { down, up } = when ?? { down: performance.now(), up: performance.now() };
		if (!isTouch(up)) return;
		// Pain closes the fields until it is answered, for keys and remotes as well.
		if (pain || stretch) return;
		if (correcting !== null) return onCorrected();
		const body = marking || touchedAs.noCount ? touchedAs : marked(touchedAs, waiting);
		if (waiting !== NO_MARKS) setSaid({ set: set.id, marks: NO_MARKS });
		answerTouch(body.off.length === 0 && succeeded(body.result, set.placing.settings.scale));
		if (set.open) clock?.begin();
		acts.attempt({ ...body, ...beside(callAt(down)) });
		// The touch that opens a set after a rest starts that set's clock.
		const opened = lesson.snapshot().view.current;
		if (clock && opened && opened.id !== set.id) beginClock(opened.id);
		onDone();
	});
	const touchMark = useStable((id: string) => {
		// As it is at this moment: two quick touches must not see one state.
		const now = tryToMark(lesson.snapshot().view);
		if (now) acts.amend(now.tried, remarked(now.tried.body, id));
		else setSaid({ set: set.id, marks: touched(waiting, id) });
	});
	return { attempt, marks: marking ? marksOn(marking.tried.body) : waiting, markOf: marking?.n ?? null, touchMark };
}
