"use client";

import { useMemo } from "react";
import { v7 as uuid } from "uuid";
import { inSet, openSet } from "@/core/commands/sets";
import { waitingOn } from "@/core/commands/waiting";
import { inputsFor } from "@/core/lesson/inputs";
import type { Tile } from "@/core/lesson/tile";
import type { Attempt } from "@/core/log/kinds";
import { type SetView, visitOfSet } from "@/core/log/view";
import { Fields } from "../Fields";
import { useLive } from "../LiveContext";
import css from "./courtside.module.css";

/** The fields of whoever was touched; until somebody is, they are not there to be hit. */
export function GroupOutcome({ tile, onAttempt }: { tile: Tile | null; onAttempt: (attempt: Attempt) => void }) {
	const { lesson, view } = useLive();
	const placing = tile?.placing ?? null;
	const rule = tile?.set ? visitOfSet(view, tile.set)?.rule : undefined;
	const layout = useMemo(
		() =>
			placing &&
			inputsFor(placing.settings, rule ?? placing.settings.rule, placing.positions, null, {
				...(placing.chain ? { chain: placing.chain } : {}),
				...(placing.musts ? { musts: placing.musts } : {}),
			}),
		[placing, rule],
	);
	if (!tile || !layout || !placing) return <p className={css.nobody}>Touch a name, then the result.</p>;
	if (tile.first && "pain" in tile.first)
		return (
			<p className={css.nobody}>
				{tile.who} has pain ({tile.first.pain}). Nothing counts for {tile.who} until you answer. Press “go to {tile.who}
				”.
			</p>
		);
	if (tile.first) {
		const { care } = tile.first;
		return (
			<div className={css.nobody}>
				<p className="m-0" dir="auto">
					{care.join(" · ")}
				</p>
				<button
					type="button"
					className={css.large}
					onClick={() => {
						const opened = tile.set ? null : openSet(uuid, ...waitingOn(view, tile.ladder));
						const set = (tile.set ?? { id: opened?.id ?? "", placing }) as SetView;
						lesson.write([
							...(opened ? [opened] : []),
							...inSet(set, "care.confirmed", { rung: placing.rung, items: [...care] }),
						]);
					}}
				>
					all checked
				</button>
			</div>
		);
	}
	return <Fields layout={layout} onAttempt={onAttempt} />;
}
