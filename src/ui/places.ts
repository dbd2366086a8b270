export interface Place {
	href: string;
	name: string;
	/** Beginnings of addresses that belong to it besides its own. */
	also?: readonly string[];
}

/** Where one can go from every page, in the order of the work. */
export const places: readonly Place[] = [
	{ href: "/", name: "Today" },
	{ href: "/calendar", name: "Calendar", also: ["/plans"] },
	{ href: "/students", name: "Students", also: ["/season", "/lessons"] },
	{ href: "/group", name: "Group", also: ["/rounds", "/stations"] },
	{ href: "/practice", name: "Practice" },
	{ href: "/ladders", name: "Ladders" },
	{ href: "/skills", name: "Skills" },
	{
		href: "/tools",
		name: "Tools",
		also: ["/sums", "/position", "/rules", "/studio", "/load", "/care", "/how", "/ladders/difficulties"],
	},
	{ href: "/records", name: "Data" },
	{ href: "/find", name: "Search" },
];

/** One page for all that is set once. */
export const settings: Place = { href: "/settings", name: "Settings", also: ["/note", "/languages", "/passcode"] };

/** As many places stand at the thumb on a phone; the others are one press further, under *more*. */
export const AT_THE_THUMB = 4;

const isUnder = (path: string, start: string) => path === start || path.startsWith(`${start}/`);

/** The place that an address belongs to: of several the one that names more of it. */
export function placeOf(path: string): Place | null {
	const [best] = [...places, settings]
		.flatMap((place) => [place.href, ...(place.also ?? [])].map((start) => ({ place, start })))
		.filter(({ start }) => (start === "/" ? path === "/" : isUnder(path, start)))
		.sort((a, b) => b.start.length - a.start.length);
	return best?.place ?? null;
}
