/** Words that are part of the program in an address; any other part is somebody's, and is not written down. */
const OURS = new Set([
	...["api", "assumes", "acts", "backup", "bring", "calendar", "card", "care", "difficulties", "file", "find"],
	...["hand-on", "health", "jobs", "ladders", "lessons", "live", "load", "lucky", "new", "note", "notebook"],
	...["offline", "p", "pack", "paper", "picture", "pictures", "plans", "position", "practice", "progress", "pull"],
	...["push", "records", "report", "rounds", "rules", "season", "skills", "spot", "start", "stations", "students"],
	...[
		"studio",
		"sums",
		"table",
		"workbook",
		"wrap",
		"passcode",
		"trust",
		"group",
		"settings",
		"tools",
		"how",
		"month",
		"languages",
		"limits",
	],
]);

/**
 * The place an address names, without whose it is: `/students/isolde/progress?x=1` is
 * `/students/â¦/progress`, written with a star. Null for the program's own files, which say nothing.
 */
export function patternOf(url: string): string | null {
	const path = url.split(/[?#]/, 1)[0] ?? "/";
	if (path.startsWith("/_next/") || /\.(js|css|woff2|png|svg|ico|webmanifest|map)$/.test(path)) return null;
	const parts = path.split("/").filter(Boolean);
	return `/${parts
		.slice(0, 4)
		.map((part) => (OURS.has(part) ? part : "*"))
		.join("/")}`;
}
