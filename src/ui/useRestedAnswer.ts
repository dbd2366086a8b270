import { useEffect, useState } from "react";
import type { Outcome } from "@/core/refusals/refusals";
import { useStable } from "./useStable";

const REST_MS = 300;

/**
 * What the server answers to what was typed, once typing rests; an answer to something else is never shown.
 *
 * @param asked what the answer depends on; null asks nothing
 * @returns undefined until it is answered, null where it is refused or the server does not answer
 */
export function useRestedAnswer<T>(asked: string | null, ask: () => Promise<Outcome<T>>): T | null | undefined {
	const [found, setFound] = useState<{ asked: string; value: T | null } | null>(null);
	const latest = useStable(ask);
	useEffect(() => {
		if (asked === null) return;
		let isCurrent = true;
		const timer = setTimeout(async () => {
			const answer = await latest();
			if (isCurrent) setFound({ asked, value: answer.ok ? answer.value : null });
		}, REST_MS);
		return () => {
			isCurrent = false;
			clearTimeout(timer);
		};
	}, [asked, latest]);
	return found?.asked === asked ? found.value : undefined;
}
