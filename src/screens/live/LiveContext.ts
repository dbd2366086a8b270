"use client";

import { createContext, useContext } from "react";
import type { Board } from "@/core/lesson/board";
import type { Inputs } from "@/core/lesson/inputs";
import type { LessonView } from "@/core/log/view";
import type { Pack } from "@/core/pack/pack";
import type { LessonOnDevice } from "@/device/lesson";
import type { Acts } from "./useActs";
import type { Call } from "./useCalled";

export type DrawerName =
	| ("tries" | "evidence" | "cue" | "state" | "more" | "ladders" | "device" | "label")
	| "caller"
	| "rhythm"
	| "group"
	| "spot"
	| "roles"
	| ("park" | "pain" | "tally" | "setup" | "watch" | "break" | "circuit" | "lesson" | "plan");

/** What everything that opens over the live lesson has at hand. */
export interface Live {
	lesson: LessonOnDevice;
	view: LessonView;
	pack: Pack;
	board: Board;
	acts: Acts;
	layout: Inputs;
	/** This device counts; it does not only watch. */
	holds: boolean;
	/** What holds for every try until it is changed. */
	label: string;
	setLabel: (label: string) => void;
	/** Says which call a touch answers, from then on. */
	setCall: (call: Call | null, from?: number) => void;
	/** Says which try is open for correction, by its number; null where none is. */
	setCorrecting: (n: number | null) => void;
	/** A press on a field closed the correction of this try, and counted nothing. */
	notCounted: number | null;
	open: (drawer: DrawerName) => void;
	close: () => void;
}

const LiveContext = createContext<Live | null>(null);
export const LiveProvider = LiveContext.Provider;

/** @throws outside of a live lesson. */
export function useLive(): Live {
	const live = useContext(LiveContext);
	if (!live) throw new Error("useLive: there is no live lesson around this");
	return live;
}

/** What is done with a press that closes the drawer as well. */
export function useDone(): (act: () => void) => () => void {
	const { close } = useLive();
	return (act) => () => {
		act();
		close();
	};
}
