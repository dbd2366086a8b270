const MINUTE_MS = 60_000;

/** The day it is where the server stands, as the record writes days. */
export const serverDay = (at = new Date()): string =>
	new Date(at.getTime() - at.getTimezoneOffset() * MINUTE_MS).toISOString().slice(0, 10);
