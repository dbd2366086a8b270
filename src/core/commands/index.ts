/**
 * What a coach does in a lesson, as the events it is written in. One act is one list:
 * stored together, taken back together. What a lesson begins with (`begin`) and ends with
 * (`atTheEnd`) is not among it: the lesson itself does not need it.
 */
export * from "./drafts";
export * from "./follow";
export * from "./sets";
export * from "./tries";
export * from "./undo";
