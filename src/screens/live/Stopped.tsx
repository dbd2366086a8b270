"use client";

import type { Board } from "@/core/lesson/board";
import { PlainLink } from "@/ui/PlainLink";
import css from "./fields.module.css";
import type { Acts } from "./useActs";

/**
 * In the fields' place while pain is not answered: nothing counts until somebody has asked.
 * GOOD's own place stays empty, so that a thumb that goes there by habit presses nothing.
 */
export function Stopped({
	pain,
	lesson,
	acts,
	onNext,
}: {
	pain: NonNullable<Board["pain"]>;
	lesson: string;
	acts: Acts;
	onNext: () => void;
}) {
	return (
		<fieldset className={css.fields} aria-label="Pain: what now?">
			<div className={css.row}>
				<button type="button" className={css.field} onClick={onNext}>
					<small>leave this one</small> another rung
				</button>
				<PlainLink className={css.field} href={`/wrap?lesson=${lesson}`}>
					<small>for today</small> wrap up
				</PlainLink>
			</div>
			<div className={css.row}>
				<button type="button" className={css.field} onClick={() => acts.painGone(pain.id)}>
					<small>I asked, no pain now</small> go on here
				</button>
			</div>
			<div className={css.main}>
				<p className={css.closed} role="status">
					Stopped for pain: {pain.part}
				</p>
			</div>
		</fieldset>
	);
}
