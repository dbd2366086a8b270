import type { Rung } from "./ladder";
import type { RungSettings } from "./rung";

/** Edits of a ladder's rungs, lowest first. Nothing is changed in place; a rung that stays keeps its id, and so its history. */

const MOST_LETTERS = 80;

/** A name no other rung has yet. */
function newName(rungs: readonly Rung[], wanted: string): string {
	const taken = new Set(rungs.map(({ settings }) => settings.name.toLocaleLowerCase()));
	for (let n = 1; ; n++) {
		const tail = n === 1 ? "" : `, ${n}`;
		const name = `${wanted.slice(0, MOST_LETTERS - tail.length)}${tail}`;
		if (!taken.has(name.toLocaleLowerCase())) return name;
	}
}

const inserted = (rungs: readonly Rung[], at: number, rung: Rung): Rung[] => [
	...rungs.slice(0, at),
	rung,
	...rungs.slice(at),
];

/** The same rung once more, right above, as a new one. */
export function duplicate(rungs: readonly Rung[], at: number, newId: () => string): Rung[] {
	const rung = rungs[at];
	if (!rung) return [...rungs];
	const settings = { ...structuredClone(rung.settings), name: newName(rungs, `${rung.settings.name}, again`) };
	return inserted(rungs, at + 1, { id: newId(), settings });
}

/** The rung in two: its easier variation becomes a rung of its own, right below. Without one, a copy to be made easier. */
export function split(rungs: readonly Rung[], at: number, newId: () => string): Rung[] {
	const rung = rungs[at];
	if (!rung) return [...rungs];
	const { easier, name } = rung.settings;
	const lower: RungSettings = {
		...structuredClone(rung.settings),
		name: newName(rungs, easier || `${name}, first part`),
		easier: "",
		harder: name,
	};
	return inserted(rungs, at, { id: newId(), settings: lower });
}

/** The rung and the one below as one: the upper one's settings and history, the lower one as its easier variation. */
export function mergeDown(rungs: readonly Rung[], at: number): Rung[] {
	const [lower, upper] = [rungs[at - 1], rungs[at]];
	if (!lower || !upper) return [...rungs];
	const care = [...new Set([...lower.settings.care, ...upper.settings.care])].slice(0, 12);
	const merged: Rung = {
		id: upper.id,
		settings: {
			...upper.settings,
			easier: lower.settings.name,
			care,
			neverAlone: lower.settings.neverAlone || upper.settings.neverAlone,
		},
	};
	return [...rungs.slice(0, at - 1), merged, ...rungs.slice(at + 1)];
}

/** What can be set on many rungs at once. */
export type SharedSettings = Partial<
	Pick<
		RungSettings,
		| ("rule" | "limit" | "triesPerSet" | "readyRate" | "correctAfter" | "adjust")
		| ("gate" | "watch" | "musts" | "secondCue" | "easier" | "care" | "loads")
	>
>;

/** Sets the same on all rungs from one to another, both included. */
export const setAll = (rungs: readonly Rung[], from: number, to: number, shared: SharedSettings): Rung[] =>
	rungs.map((rung, i) =>
		i < from || i > to ? rung : { ...rung, settings: { ...rung.settings, ...structuredClone(shared) } },
	);
