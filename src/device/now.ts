import type { Now } from "@/core/log/event";

/** What this device's clock and calendar say. */
export function now(date = new Date()): Now {
	const pad = (n: number) => String(n).padStart(2, "0");
	return {
		at: date.toISOString(),
		tz: Intl.DateTimeFormat().resolvedOptions().timeZone ?? "UTC",
		localDay: `${date.getFullYear()}-${pad(date.getMonth() + 1)}-${pad(date.getDate())}`,
	};
}
