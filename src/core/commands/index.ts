/**
 * What a coach does in a lesson, as the events it is written in. One act is one list:
 * stored together, taken back together.
 */
export * from "./begin";
export * from "./drafts";
export * from "./follow";
export * from "./sets";
export * from "./tries";
export * from "./undo";
