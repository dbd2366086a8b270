"use client";

import { useState } from "react";
import type { Difficulty } from "@/core/difficulty/difficulty";
import type { Rung } from "@/core/ladder/ladder";
import type { Rail } from "@/core/ladder/rail";
import { openRungs } from "@/core/plan/openRungs";
import type { LadderOutlook } from "@/core/plan/outlook";
import { ratioWords } from "@/core/plan/outlookWords";
import { ratesOn } from "@/core/plan/rates";
import type { Outcome } from "@/core/refusals/refusals";
import { list } from "@/core/text/lists";
import { HowLong } from "@/screens/outlook/HowLong";
import { useCosts } from "@/screens/outlook/useForecasts";
import { ladderOutlook } from "@/server/planning";
import { orRefusal } from "@/ui/answered";
import { today } from "@/ui/dates";
import type { LadderBenchProps } from "./LadderBench";
import own from "./ladders.module.css";

interface Asked {
	/** The ladder as it is saved, where its peg stands and what was counted on it. */
	of: Pick<LadderBenchProps, "ladder" | "skill" | "coach"> & { at: { id: string }; rail: Rail };
	/** The draft's. */
	rungs: readonly Rung[];
	difficulties: readonly Difficulty[];
}

/** How many lessons it takes to the top, and by a day: the same forecast as on the student's pages. */
export function Cost(asked: Asked) {
	const [outlook, setOutlook] = useState<Outcome<LadderOutlook> | null>(null);
	const look = async () => setOutlook(await orRefusal(ladderOutlook(asked.of.at.id)));
	return (
		<details className={own.aside} onToggle={(event) => event.currentTarget.open && !outlook && void look()}>
			<summary>lessons to the top, and the chance by a date</summary>
			{outlook?.ok ? (
				<Costs {...asked} outlook={outlook.value} />
			) : (
				outlook && <p className="asks m-0">{outlook.refusals[0]?.sentence}</p>
			)}
		</details>
	);
}

function Costs({ of, rungs, difficulties, outlook }: Asked & { outlook: LadderOutlook }) {
	const { holes, pegIndex } = of.rail;
	const from = Math.min(pegIndex, rungs.length - 1);
	const open = (some: readonly Rung[]) =>
		openRungs(
			{ holes, positions: of.skill.positions, rungs: some },
			from,
			ratesOn({ rungs: [...some], holes, difficulties }, of.coach, today()),
		).slice(0, -1);
	const [draft, before] = [open(rungs), open(of.ladder.rungs)];
	const isChanged = JSON.stringify(draft) !== JSON.stringify(before);
	const costs = useCosts(draft.length === 0 ? [] : isChanged && before.length > 0 ? [draft, before] : [draft]);
	const never = costs?.[0]?.never.middle ?? [];
	const ratio = costs?.[0] && costs[1] ? ratioWords(costs[0], costs[1]) : null;
	return (
		<div data-testid="cost">
			{never.length > 0 && (
				<p className="asks m-0">
					{list(never.map((i) => rungs[from + i]?.settings.name || "A rung without a name"))} cannot be passed at the
					expected score. Check the rule, the limit, or what counts as good.
				</p>
			)}
			<HowLong
				called="this ladder"
				outlook={{ ...outlook, above: Math.max(0, rungs.length - 1 - from) }}
				open={draft}
				past={null}
				day={today()}
			/>
			{ratio && (
				<p className="m-0">
					This draft takes <b>{ratio}</b> as the saved ladder, at the same rates.
				</p>
			)}
		</div>
	);
}
