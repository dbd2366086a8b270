import { dayAfter } from "@/core/text/fields";

/** The program is younger than this: an earlier day is that of a clock nobody set. */
export const SET_CLOCKS_FROM = "2020-01-01";

/**
 * Whether a lesson's day says nothing: far from any day it can have been on, by the clock
 * of whoever asks, and not confirmed by the coach. It is kept and shown, and decides nothing.
 */
export const isDoubtful = ({ day, sure }: { day: string; sure?: boolean | undefined }, today: string): boolean =>
	!sure && day !== "" && (day < SET_CLOCKS_FROM || day > dayAfter(today, 1));
