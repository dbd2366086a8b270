"use client";

import { useEffect, useLayoutEffect, useRef } from "react";
import type { Board } from "@/core/lesson/board";
import { sayCount } from "./deviceSettings";

/** Says the count after a try, and whose turn it is when it passes on, where this device is asked to. */
export function useSpoken({ visit, set, turns }: Board): void {
	// The count is said once it is on the screen, and not when the lesson is opened.
	const { value, words, large = String(value) } = visit.judgements[set.variation].progress;
	const counted = visit.tries.length;
	const saidAt = useRef(counted);
	useLayoutEffect(() => {
		if (saidAt.current < counted) sayCount(`${large} ${words}`);
		saidAt.current = counted;
	}, [counted, large, words]);
	const turn = turns?.now;
	const turnSaid = useRef(turn);
	useEffect(() => {
		if (turn && turnSaid.current && turnSaid.current !== turn) sayCount(`${turn} now`);
		turnSaid.current = turn;
	}, [turn]);
}
