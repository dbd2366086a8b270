"use client";

import { ownMark, ownMarksIn } from "@/core/commands/atTheEnd";
import { type AskedOf, laddersWorked } from "./worked";
import css from "./wrap.module.css";

const marks = Array.from({ length: 11 }, (_, i) => i);

/** What the student gives their own work on each skill, of ten, in one press: it stands beside the count and passes nothing. */
export function OwnMark({ lesson, view, pack, student }: AskedOf) {
	const given = new Map(ownMarksIn(view, student).map(({ ladder, mark }) => [ladder, mark]));
	return laddersWorked({ view, pack, student }).map(({ id, skill, side }) => {
		const about = side === "none" ? skill : `${skill}, ${side}`;
		return (
			<fieldset key={id} className="mt-2">
				<legend className="form-label m-0">{about}: their own mark, out of 10</legend>
				<div className={css.ten}>
					{marks.map((mark) => (
						<button
							key={mark}
							type="button"
							aria-pressed={given.get(id) === mark}
							aria-label={`${mark} of 10: ${about}`}
							onClick={() => lesson.write(ownMark(lesson.snapshot().view, student, { ladder: id, skill: about }, mark))}
						>
							{mark}
						</button>
					))}
				</div>
			</fieldset>
		);
	});
}
