"use client";

import { setKeyCue } from "@/core/commands/said";
import { MEETINGS } from "@/core/skill/keyCue";
import { fromToday } from "@/ui/dates";
import type { AskedOf } from "./worked";
import css from "./wrap.module.css";

/** Which of the cues given are to be met again and again, over weeks: a press makes one a key cue, another takes that back. */
export function KeyCues({ lesson, view, pack, student }: AskedOf) {
	const known = pack.students.find(({ id }) => id === student)?.cues ?? [];
	const given = view.events.flatMap((event) =>
		event.kind === "feedback" && event.student === student && event.body.cue ? [event.body.cue.text] : [],
	);
	const texts = [...new Set([...given, ...known.map(({ text }) => text)])].filter((text) => text !== "");
	if (texts.length === 0) return null;
	const isKey = (text: string) =>
		view.events.findLast((event) => event.kind === "cue.key" && event.student === student && event.body.text === text);
	return (
		<fieldset className="mt-2">
			<legend className="form-label m-0">Key cues: repeat six times over four weeks</legend>
			<div className={css.keyCues}>
				{texts.map((text) => {
					const marked = isKey(text);
					const before = known.find((one) => one.text === text);
					const on = marked?.kind === "cue.key" ? marked.body.on : before !== undefined;
					return (
						<button
							key={text}
							type="button"
							aria-pressed={on}
							onClick={() => lesson.write(setKeyCue(student, text, !on))}
						>
							<span dir="auto">“{text}”</span>
							{before && (
								<small>
									repeated {before.met} of {MEETINGS}
									{before.due && `, due ${fromToday(before.due)}`}
								</small>
							)}
						</button>
					);
				})}
			</div>
		</fieldset>
	);
}
