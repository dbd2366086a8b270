"use client";

import { useMemo, useState } from "react";
import { pegIn } from "@/core/commands/peg";
import { digestLesson } from "@/core/digest/lessonDigest";
import type { LessonView } from "@/core/log/view";
import type { Pack } from "@/core/pack/pack";
import { isOut, readOn } from "@/core/pack/placing";
import type { LessonOnDevice } from "@/device/lesson";
import css from "@/ui/facts.module.css";
import { PassQuestion } from "@/ui/PassQuestion";

/** Rules met in this lesson while the peg stayed: told here, for the coach to decide. */
export function Unclaimed({
	lesson,
	view,
	pack,
	nameOf,
	named,
}: {
	lesson: LessonOnDevice;
	view: LessonView;
	pack: Pack;
	nameOf: (student: string | null) => string | undefined;
	/** More than one student was here. */
	named: boolean;
}) {
	const open = useMemo(
		() =>
			digestLesson(lesson.lesson, view).rungs.flatMap(({ ladder: id, rung, pass }) => {
				const ladder = pack.ladders.find((one) => one.id === id);
				if (!ladder || !pass || pegIn(view, ladder) !== rung) return [];
				const at = ladder.rungs.findIndex((one) => one.id === rung);
				const above = ladder.rungs.slice(at + 1).find((one) => !isOut(ladder, one.id));
				return above ? [{ ladder, here: ladder.rungs[at], above, pass }] : [];
			}),
		[lesson, view, pack],
	);
	// What was answered keeps its place: nothing below moves up under the next press.
	const [claimed, setClaimed] = useState<{ id: string; words: string }[]>([]);
	if (open.length + claimed.length === 0) return null;
	return (
		<section className={css.rung} aria-label="Passed: move the peg?">
			<h2>Passed: move the peg?</h2>
			{open.map(({ ladder, here, above, pass }) => {
				const name = readOn(ladder, here?.settings.name ?? "");
				const who = nameOf(ladder.student) ?? "";
				return (
					<div key={ladder.id} className="mb-2">
						<p className="m-0" dir="auto">
							{named && <b>{who}: </b>}
							{named ? "the" : "The"} rule of <b>{name}</b> was met.
						</p>
						<PassQuestion
							pass={{
								lesson: lesson.lesson,
								student: ladder.student,
								ladder: ladder.id,
								rung: here?.id ?? "",
								metBy: pass.metBy,
								seen: pass.seen,
								to: { id: above.id, name: readOn(ladder, above.settings.name) },
								yes: here?.settings.yes,
							}}
							about={`${who}, ${name}`}
							answered={pass.answer}
							onWrite={(written) => {
								lesson.write(written);
								if (written.some(({ kind }) => kind === "peg.moved"))
									setClaimed((before) => [
										...before,
										{ id: ladder.id, words: `${who}: the peg moved up to ${readOn(ladder, above.settings.name)}.` },
									]);
							}}
						/>
					</div>
				);
			})}
			{claimed.map(({ id, words }) => (
				<p key={id} role="status" className={css.claimed} dir="auto">
					{words}
				</p>
			))}
		</section>
	);
}
