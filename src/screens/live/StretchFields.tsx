"use client";

import { inRows } from "@/core/lesson/inputs";
import { OTHER, ROOM } from "@/core/lesson/layout";
import { lookedFor } from "@/core/log/kinds";
import { useKeys } from "@/ui/useKeys";
import css from "./fields.module.css";
import { useLive } from "./LiveContext";

/** In a rally, a run or free play: the situation came, or was taken; and what was off, as it comes. */
export function StretchFields() {
	const { board, acts, label } = useLive();
	const seen = (what: "came" | "taken" | "off", position?: string) =>
		acts.seen({ what, ...(position ? { position } : {}), ...(label ? { label } : {}) });
	const positions = [...lookedFor(board.set.placing), OTHER];
	useKeys({
		g: () => seen("taken"),
		PageDown: () => seen("taken"),
		m: () => seen("came"),
		PageUp: () => seen("came"),
		...Object.fromEntries(positions.map(({ id }, i) => [String(i + 1), () => seen("off", id)] as const)),
	});
	return (
		<fieldset className={css.fields} aria-label="What did you see?">
			{inRows(positions, ROOM).map((row) => (
				<div key={row[0]?.id} className={css.row}>
					{row.map(({ id, short }) => (
						<button key={id} type="button" className={css.field} onClick={() => seen("off", id)}>
							<small>off</small> {short}
							<small>{board.stretch?.off[id] ?? 0}</small>
						</button>
					))}
				</div>
			))}
			<div className={css.main}>
				<button type="button" className={css.field} onClick={() => seen("came")}>
					<small>chance</small> missed
				</button>
				<button type="button" className={`${css.field} ${css.good}`} onClick={() => seen("taken")}>
					CHANCE TAKEN
				</button>
			</div>
		</fieldset>
	);
}
