import { endsWell, MOST_COUNTED, type PlanItem } from "./item";

/** How the last thing before the wrap-up stands: there is none yet, it is one to end on, or it is not. */
export const ENDS = { none: 0, well: 1, badly: 2 } as const;
export type End = (typeof ENDS)[keyof typeof ENDS];

/** How a lesson would end on an item; null for a wrap-up, before which it ends. */
export const endOf = (item: PlanItem): End | null =>
	item.class === "wrap-up" ? null : endsWell(item) ? ENDS.well : ENDS.badly;

/** States at one minute: as many of a class that is limited as there were, and how the last thing stands. */
export const STATES = (MOST_COUNTED + 1) * 3;
export const stateOf = (counted: number, end: End): number => counted * 3 + end;
export const countedIn = (state: number): number => Math.floor(state / 3);
export const endIn = (state: number): End => (state % 3) as End;
