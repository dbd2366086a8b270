"use client";

import { useEffect, useState } from "react";
import { NEAR_CHANCE, type NearAsk } from "@/core/insight/nearPass";
import { engine } from "@/workers/client";

/** Who is near a pass, by ladder: worked out in the worker, and filled in when it is known. */
export function useNear(ladders: readonly { id: string; near: NearAsk | null }[]): ReadonlyMap<string, number> {
	const [near, setNear] = useState<ReadonlyMap<string, number>>(new Map());
	const key = JSON.stringify(ladders.map(({ id, near: ask }) => [id, ask]));
	useEffect(() => {
		let stale = false;
		const all = JSON.parse(key) as [string, NearAsk | null][];
		const byDays = all.flatMap(([id, ask]) => (ask?.kind === "days" ? [[id, 1] as const] : []));
		const asked = all.flatMap(([id, ask]) => (ask?.kind === "chance" ? [{ id, ...ask }] : []));
		setNear(new Map(byDays));
		if (asked.length > 0)
			void engine()
				.passesNext(asked)
				.then((chances) => {
					if (stale) return;
					const told = asked.flatMap(({ id }, i) => {
						const chance = chances[i] ?? 0;
						return chance >= NEAR_CHANCE ? [[id, chance] as const] : [];
					});
					setNear(new Map([...byDays, ...told]));
				})
				.catch(() => undefined);
		return () => {
			stale = true;
		};
	}, [key]);
	return near;
}
