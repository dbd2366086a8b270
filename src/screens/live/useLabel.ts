"use client";

import { useState } from "react";
import type { Board } from "@/core/lesson/board";
import { labelOf } from "@/core/log/label";
import type { LessonView } from "@/core/log/view";
import { useStable } from "@/ui/useStable";

/** The label in hand: as it was said for this student, else as on their last try. */
export function useLabel({ set }: Board, view: LessonView) {
	const { student } = set.placing;
	const [said, setSaid] = useState<Readonly<Record<string, string>>>({});
	return {
		label: said[student ?? ""] ?? labelOf(view, student),
		setLabel: useStable((label: string) => setSaid({ ...said, [student ?? ""]: label })),
	};
}
