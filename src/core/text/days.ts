/** The parts are put in one order, so that server and browser say the same. */
const parts = new Intl.DateTimeFormat("en-US", {
	weekday: "short",
	day: "numeric",
	month: "short",
	year: "numeric",
	timeZone: "UTC",
});

/** Whether both are of one year. */
const isSameYear = (a: string, b: string): boolean => a.slice(0, 4) === b.slice(0, 4);

/**
 * A day in English words; the year is said only when it is another one than that of `from`.
 *
 * @example englishDay("2026-11-24", "2026-12-01") // "Tue 24 Nov"
 */
export function englishDay(day: string, from: string): string {
	const said = Object.fromEntries(parts.formatToParts(new Date(day)).map(({ type, value }) => [type, value]));
	const words = `${said.weekday} ${said.day} ${said.month}`;
	return isSameYear(day, from) ? words : `${words} ${said.year}`;
}

/** The same in a language, in its own order. */
export const dayIn =
	(code: string) =>
	(day: string, from: string): string =>
		new Intl.DateTimeFormat([code, "en"], {
			weekday: "short",
			day: "numeric",
			month: "short",
			timeZone: "UTC",
			...(isSameYear(day, from) ? {} : { year: "numeric" }),
		}).format(new Date(day));
