import type { Now } from "@/core/log/event";

const MINUTE_MS = 60_000;

/** The name of the zone costs more than all else here: asked for once a minute, and when the clock's offset changes. */
let zone = { name: "UTC", offset: Number.NaN, asked: Number.NaN };

function zoneAt(date: Date): string {
	const [offset, minute] = [date.getTimezoneOffset(), Math.floor(date.getTime() / MINUTE_MS)];
	if (zone.offset !== offset || zone.asked !== minute)
		zone = { name: Intl.DateTimeFormat().resolvedOptions().timeZone ?? "UTC", offset, asked: minute };
	return zone.name;
}

/** What this device's clock and calendar say. */
export function now(date = new Date()): Now {
	const pad = (n: number) => String(n).padStart(2, "0");
	return {
		at: date.toISOString(),
		tz: zoneAt(date),
		localDay: `${date.getFullYear()}-${pad(date.getMonth() + 1)}-${pad(date.getDate())}`,
	};
}
