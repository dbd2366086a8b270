"use client";

import { memo } from "react";
import css from "./foot.module.css";
import type { DrawerName } from "./LiveContext";
import type { Acts } from "./useActs";

/** What is done beside counting. */
export const Foot = memo(function Foot({
	acts,
	open,
	onNoCount,
	onToggle,
}: {
	acts: Acts;
	open: DrawerName | null;
	onNoCount: () => void;
	onToggle: (name: DrawerName) => void;
}) {
	return (
		<div className={css.foot}>
			<button type="button" onClick={acts.undo}>
				undo
			</button>
			<button type="button" onClick={onNoCount}>
				no count
			</button>
			{(["cue", "state", "more"] as const).map((name) => (
				<button key={name} type="button" onClick={() => onToggle(name)} aria-expanded={open === name}>
					{name}
				</button>
			))}
		</div>
	);
});
