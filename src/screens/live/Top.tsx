"use client";

import { memo } from "react";
import type { Board } from "@/core/lesson/board";
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
}: {
	board: Board;
	pack: Pack;
	acts: Acts;
	choosing: boolean;
	onChoose: () => void;
}) {
	const { placing } = board.set;
	const rungNumber = placing.order.findIndex((rung) => rung.id === placing.rung) + 1;
	const besideRung = board.set.elsewhere === "warm-up" ? "Warm-up" : "New drill";
	return (
		<div className={css.top}>
			<Leave />
			{board.tabs.map((tab) => {
				const here = tab.ladder === placing.ladder;
				return (
					<button
						key={tab.key}
						type="button"
						className={here ? css.inHand : ""}
						aria-current={here ? "true" : undefined}
						onClick={() => {
							const to = pack.ladders.find((l) => l.id === tab.ladder);
							if (here) onChoose();
							else if (to) acts.ladder(to);
							else acts.quick();
						}}
					>
						<b dir="auto">{tab.side || tab.name}</b>
						<span dir="auto">{tabWords(tab, here, board)}</span>
					</button>
				);
			})}
			<button type="button" onClick={onChoose} aria-expanded={choosing}>
				<b>{!board.ladder ? "For whom?" : rungNumber > 0 ? `Rung ${rungNumber}` : besideRung}</b>
				<span>
					{board.ladder
						? [placing.side === "none" ? "" : placing.side, board.ladder.skill].filter(Boolean).join(" · ")
						: "say it later"}
				</span>
			</button>
		</div>
	);
}

/** Of two tabs of one student the side is the name, and who it is stands small. */
function tabWords({ ladder, side, name, tries }: Board["tabs"][number], here: boolean, { turns }: Board): string {
	if (here) return side ? `${name.split(" ")[0]} · ${tries}` : plural(tries, "try", "tries");
	return turns?.ladder === ladder ? `next: ${turns.stands}` : `waits · ${tries}`;
}

const Leave = memo(() => (
	<PlainLink className={css.leave} href="/" aria-label="Leave; the lesson waits as it is">
		←
	</PlainLink>
));
