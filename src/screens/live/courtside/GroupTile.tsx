"use client";

import type { Tile } from "@/core/lesson/tile";
import css from "./courtside.module.css";

/** Why the coach is wanted there. */
function callOf({ first, wants }: Tile): string {
	if (first) return "care" in first ? "check first" : `pain, ${first.pain}`;
	return wants === "cue" ? "needs a cue" : wants === "step up" ? "may step up" : "";
}

/** One student: the drill, what the rule counts and needs, how far the round is, and whether they need the coach. */
export function GroupTile({
	tile,
	on,
	isNearest,
	onTouch,
}: {
	tile: Tile;
	on: boolean;
	/** Fewest tries from meeting their rule. */
	isNearest: boolean;
	onTouch: (ladder: string | null) => void;
}) {
	const { ladder, who, what, isOneOfSeveral, drill, count, dose, met, last, needs } = tile;
	const call = callOf(tile);
	const isOver = dose.done >= dose.of;
	return (
		<li>
			<button
				type="button"
				aria-pressed={on}
				data-done={isOver || undefined}
				onClick={() => onTouch(on ? null : ladder.id)}
			>
				<span className={css.whose} dir="auto">
					<b>{who}</b>
					{isOneOfSeveral && ` ${what}`}
				</span>
				<span dir="auto">{drill}</span>
				<span>{met ? "rule met" : `needs ${count.target} · ${count.words}`}</span>
				<span data-testid="dose">
					{dose.done} of {dose.of}
					{call ? <b className={css.call}> · {call}</b> : isNearest && <b> · nearest, {needs} more</b>}
				</span>
				<span className={css.figure} data-testid="figure">
					<b>{count.value}</b>
					{last !== null && <i role="img" aria-label={last ? "last one good" : "last one off"} data-good={last} />}
				</span>
			</button>
		</li>
	);
}
