"use client";

import { useEffect, useRef, useState } from "react";
import type { Pack, PackLadder } from "@/core/pack/pack";

/** Gone back into from another ladder: that one is taken in hand, once. */
export function useAskedFor(pack: Pack, take: (ladder: PackLadder) => void, inHand: string | null) {
	const [asked] = useState(() => new URLSearchParams(window.location.search).get("on"));
	const done = useRef(false);
	useEffect(() => {
		const ladder = pack.ladders.find(({ id }) => id === asked);
		if (done.current || !ladder) return;
		done.current = true;
		if (ladder.id !== inHand) take(ladder);
		// A reload stays with what is in hand then.
		const { pathname, search } = window.location;
		const query = new URLSearchParams(search);
		query.delete("on");
		window.history.replaceState(window.history.state, "", `${pathname}?${query}`);
	}, [asked, pack, take, inHand]);
}
