"use client";

import { useMemo, useState } from "react";
import { markCause } from "@/core/commands/inLesson";
import type { causeMarks } from "@/core/log/kinds";
import { perform } from "@/device/perform";
import { NOT_KEPT } from "@/device/studio";
import type { SkillPage } from "@/server/readSkills";

type CauseMark = (typeof causeMarks)[number];

/** Which causes were tried or ruled out, for the student who is chosen. Marks are part of the record, not of the skill. */
export function useCauses({ id, studio, students }: Pick<SkillPage, "id" | "studio" | "students">) {
	const [who, setWho] = useState("");
	const [made, setMade] = useState<Record<string, Record<string, CauseMark>>>({});
	const [note, setNote] = useState("");
	const student = students.find((one) => one.id === who);
	const marking = useMemo(
		() =>
			student
				? {
						who: student.name,
						marks: { ...student.marks, ...made[student.id] },
						mark: (cause: string, mark: CauseMark) => {
							const before = made[student.id]?.[cause];
							setMade((now) => ({ ...now, [student.id]: { ...now[student.id], [cause]: mark } }));
							void perform(studio, markCause(student.id, { skill: id, cause, mark })).then(
								({ sent }) => setNote(sent ? "" : "Saved on this device. It is sent when the server answers."),
								() => {
									// This mark alone: others may have been made since.
									setMade((now) => {
										const { [cause]: _, ...others } = now[student.id] ?? {};
										return { ...now, [student.id]: before ? { ...others, [cause]: before } : others };
									});
									setNote(NOT_KEPT);
								},
							);
						},
					}
				: null,
		[student, made, studio, id],
	);
	return { who, setWho, marking, note };
}
export type CausesState = ReturnType<typeof useCauses>;
