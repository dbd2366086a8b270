/** Seconds as a clock shows them. */
export const clockFace = (seconds: number): string =>
	`${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
