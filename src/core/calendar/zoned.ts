/** One for each zone: making one takes longer than all it is asked. */
const clocks = new Map<string, Intl.DateTimeFormat>();

function clockOf(zone: string): Intl.DateTimeFormat {
	const known = clocks.get(zone);
	if (known) return known;
	const made = new Intl.DateTimeFormat("en-GB", {
		timeZone: zone,
		hourCycle: "h23",
		year: "numeric",
		month: "2-digit",
		day: "2-digit",
		hour: "2-digit",
		minute: "2-digit",
		second: "2-digit",
	});
	clocks.set(zone, made);
	return made;
}

/** Whether the runtime knows a zone: "Europe/Vienna", "UTC". */
export function isZone(name: string): boolean {
	try {
		return clockOf(name) !== undefined;
	} catch {
		return false;
	}
}

/** Minutes that a zone's clock is ahead of UTC at a moment. */
function aheadAt(zone: string, moment: number): number {
	const parts = clockOf(zone).formatToParts(moment);
	const get = (type: string) => Number(parts.find((part) => part.type === type)?.value ?? 0);
	const shown = Date.UTC(get("year"), get("month") - 1, get("day"), get("hour"), get("minute"), get("second"));
	return Math.round((shown - Math.floor(moment / 1000) * 1000) / 60_000);
}

/**
 * The moment at which a zone's clock shows a day and time, in milliseconds. In the hour that
 * a clock put forward leaves out, it is the moment as the clock before the change would have
 * had it (02:30 is then 03:30 as shown); in the hour that comes twice, the first.
 *
 * @example momentOf("2026-03-29", "10:00", "Europe/Vienna") // 08:00 UTC
 */
export function momentOf(day: string, time: string, zone: string): number {
	const wall = Date.parse(`${day}T${time}:00Z`);
	const dayBefore = wall - aheadAt(zone, wall - 86_400_000) * 60_000;
	const dayAfter = wall - aheadAt(zone, wall + 86_400_000) * 60_000;
	const fits = (moment: number) => moment + aheadAt(zone, moment) * 60_000 === wall;
	// The clock before a change is tried first: of an hour that comes twice it is the first.
	return fits(dayBefore) ? dayBefore : fits(dayAfter) ? dayAfter : dayBefore;
}

/** Day and time by a zone's clock at a moment. */
export function clockAt(moment: number, zone: string): { day: string; time: string } {
	const shown = new Date(moment + aheadAt(zone, moment) * 60_000).toISOString();
	return { day: shown.slice(0, 10), time: shown.slice(11, 16) };
}
