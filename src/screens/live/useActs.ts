"use client";

import { useMemo, useRef, useState } from "react";
import { lastAct, takeBack } from "@/core/commands/undo";
import type { LessonOnDevice } from "@/device/lesson";
import { deskOf } from "./acts/desk";
import { saidActs } from "./acts/said";
import { setActs } from "./acts/set";
import { tryActs } from "./acts/tries";
import { wayActs } from "./acts/way";

const undoWords: Record<string, string> = {
	attempt: "try",
	tally: "tally",
	insert: "inserted try",
	amend: "correction of a try",
	feedback: "cue",
	state: "state mark",
	pain: "pain mark",
	"pain.answered": "going on after pain",
	"limit.changed": "limit",
	"load.raised": "raised limit",
	"advice.followed": "step",
	"advice.overruled": "otherwise",
	"peg.moved": "peg move",
	eased: "easier form",
	"practice.replied": "answer",
	"set.closed": "end of set",
	parked: "parked note",
	"set.assigned": "assignment",
	"set.takenOver": "take-over",
	given: "moving to another student",
	"set.opened": "change of set",
	"set.turned": "look at another",
	"fault.spotted": "who saw the fault",
	"care.confirmed": "checklist",
	"cause.marked": "mark of a cause",
	seen: "what was seen",
	wished: "wish",
	"plan.step": "step of the plan",
};

/** How long what was taken back can be put back with a press. */
const PUT_BACK_MS = 8000;

/** Everything a thumb can do. */
export function useActs(lesson: LessonOnDevice) {
	const [takenBack, setTakenBack] = useState<{ words: string; by: string } | null>(null);
	const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
	const acts = useMemo(() => {
		const desk = deskOf(lesson, () => setTakenBack(null));
		return {
			desk,
			...tryActs(desk),
			...saidActs(desk),
			...setActs(desk),
			...wayActs(desk),
			undo() {
				const { view, device } = lesson.snapshot();
				const last = lastAct(view, device);
				if (!last) return;
				const [by] = lesson.write(takeBack(last.targets));
				setTakenBack({ words: undoWords[last.kind] ?? "last act", by: by ?? "" });
				clearTimeout(timer.current);
				timer.current = setTimeout(() => setTakenBack(null), PUT_BACK_MS);
			},
			putBack(by: string) {
				desk.write(takeBack([by]));
			},
		};
	}, [lesson]);
	return { acts, takenBack };
}

export type Acts = ReturnType<typeof useActs>["acts"];
