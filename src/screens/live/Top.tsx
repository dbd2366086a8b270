"use client";

import { type CSSProperties, memo, useEffect, useRef } from "react";
import type { Board, Tab } from "@/core/lesson/board";
import type { Pack } from "@/core/pack/pack";
import { plural } from "@/core/text/lists";
import { PlainLink } from "@/ui/PlainLink";
import css from "./top.module.css";
import type { Acts } from "./useActs";

/** The way out, a tab for each ladder worked on, and the rung in hand. */
export function Top({
	board,
	pack,
	acts,
	choosing,
	onChoose,
	onBoard,
}: {
	board: Board;
	pack: Pack;
	acts: Acts;
	choosing: boolean;
	onChoose: () => void;
	/** Back to the group board, where it was in use. */
	onBoard: (() => void) | null;
}) {
	const { placing } = board.set;
	const rungNumber = placing.order.findIndex((rung) => rung.id === placing.rung) + 1;
	const inHand = useRef<HTMLButtonElement>(null);
	// biome-ignore lint/correctness/useExhaustiveDependencies: looked for when another ladder comes to hand
	useEffect(() => {
		inHand.current?.scrollIntoView({ inline: "nearest", block: "nearest" });
	}, [placing.ladder]);
	const besideRung = board.set.elsewhere === "warm-up" ? "Warm-up" : "New drill";
	return (
		<div className={css.top}>
			<Leave />
			{onBoard && (
				<button type="button" className={css.board} onClick={onBoard}>
					<b>board</b>
				</button>
			)}
			{board.tabs.map((tab) => {
				const here = tab.ladder === placing.ladder;
				return (
					<button
						key={tab.key}
						ref={here ? inHand : undefined}
						type="button"
						className={here ? css.inHand : ""}
						style={here ? widthOf(tab) : undefined}
						aria-current={here ? "true" : undefined}
						onClick={() => {
							const to = pack.ladders.find((l) => l.id === tab.ladder);
							if (here) onChoose();
							else if (to) acts.ladder(to);
							else acts.quick();
						}}
					>
						<b dir="auto">{tab.isOneOfSeveral ? tab.what : tab.who}</b>
						<span dir="auto">{tabWords(tab, here, board)}</span>
					</button>
				);
			})}
			<button type="button" onClick={onChoose} aria-expanded={choosing}>
				<b>{!board.ladder ? "For whom?" : rungNumber > 0 ? `Rung ${rungNumber}` : besideRung}</b>
				<span>
					{board.ladder
						? [placing.side === "none" ? "" : placing.side, board.ladder.skill].filter(Boolean).join(" · ")
						: "choose later"}
				</span>
			</button>
		</div>
	);
}

/** Room for what the tab says, however far the count goes: a touch moves nothing. */
const widthOf = ({ who, what }: Tab) =>
	({ "--whole": `${Math.max(who.length, what.length > 0 ? what.length + 5 : 0) * 0.55 + 1}rem` }) as CSSProperties;

/** Which of theirs it is, where they have several, and how far it is. */
function tabWords({ ladder, who, what, isOneOfSeveral, tries }: Tab, here: boolean, { turns }: Board): string {
	const isNext = turns?.ladder === ladder && !here;
	const other = isOneOfSeveral ? who : what;
	const far = isNext ? `next: ${turns.stands}` : other ? String(tries) : plural(tries, "try");
	return other ? `${other} · ${far}` : far;
}

const Leave = memo(() => (
	<PlainLink className={css.leave} href="/" aria-label="Leave. The lesson waits as it is">
		←
	</PlainLink>
));
