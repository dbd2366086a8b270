import type { Skill } from "./skill";

/** A place where a fault can start or show: a position, or a skill as a whole. */
export interface CirclePlace {
	skill: string;
	position: string | null;
}

/** From where a fault starts to where it shows. */
export interface Arrow {
	from: CirclePlace;
	to: CirclePlace & { position: string };
	/** Rank among the causes of that fault; the usual origin comes before them all. */
	rank: number;
}

/** Arrows of one skill: usual origins, and causes that name a position or a skill. Each once, the best rank kept. */
export function arrowsOf(id: string, { positions }: Skill): Arrow[] {
	const found = new Map<string, Arrow>();
	const add = (from: CirclePlace, position: string, rank: number) => {
		const key = `${from.skill}/${from.position}/${position}`;
		const known = found.get(key);
		if (!known || known.rank > rank) found.set(key, { from, to: { skill: id, position }, rank });
	};
	for (const position of positions) {
		if (position.origin) add({ skill: id, position: position.origin }, position.id, 0);
		for (const fault of position.faults ?? [])
			fault.causes.forEach((cause, i) => {
				if (cause.kind === "position" && cause.position)
					add({ skill: id, position: cause.position }, position.id, i + 1);
				if (cause.kind === "skill" && cause.skill)
					add({ skill: cause.skill, position: cause.position }, position.id, i + 1);
			});
	}
	return [...found.values()];
}

type Skills = ReadonlyMap<string, Skill>;

const placeWords = (skills: Skills, { skill, position }: CirclePlace): string => {
	const one = skills.get(skill);
	const short = one?.positions.find((p) => p.id === position)?.short;
	return short ? `"${short}" of ${one?.name}` : (one?.name ?? "a deleted skill");
};

/**
 * A circle in where faults come from, across all skills, as a sentence; null when
 * every fault starts somewhere. A skill as a whole starts in each of its positions.
 */
export function originCircle(skills: Skills): string | null {
	const next = new Map<string, CirclePlace[]>();
	const key = ({ skill, position }: CirclePlace) => `${skill}/${position ?? ""}`;
	const link = (from: CirclePlace, to: CirclePlace) => next.set(key(from), [...(next.get(key(from)) ?? []), to]);
	for (const [id, skill] of skills) {
		for (const { from, to } of arrowsOf(id, skill)) link(from, to);
		for (const position of skill.positions) link({ skill: id, position: position.id }, { skill: id, position: null });
	}
	const places = [...skills].flatMap(([skill, { positions }]): CirclePlace[] => [
		...positions.map(({ id }) => ({ skill, position: id })),
		{ skill, position: null },
	]);
	const circle = circleIn(places, (at) => next.get(key(at)) ?? [], key);
	if (!circle) return null;
	// A skill as a whole only joins its positions: it is named where nothing else is.
	const named = circle.filter((place) => place.position !== null);
	const words = (named.length > 0 ? named : circle).map((place) => placeWords(skills, place));
	return `These causes go in a circle: ${[...words, words[0]].join(" leads to ")}. Remove one of them.`;
}

/** A circle of skills that each want the other first, or are chained into each other; null when there is none. */
export function skillCircle(skills: Skills, field: "prerequisites" | "chain"): string | null {
	const circle = circleIn([...skills.keys()], (id) => skills.get(id)?.[field] ?? [], String);
	if (!circle) return null;
	const names = circle.map((id) => `"${skills.get(id)?.name ?? "a deleted skill"}"`);
	return field === "prerequisites"
		? `These prerequisites go in a circle: ${[...names, names[0]].join(" needs ")}. Remove one of them.`
		: `This chain contains itself: ${[...names, names[0]].join(" has in it ")}. Remove one of them.`;
}

/** The first circle found by depth-first search, in order; null when there is none. */
function circleIn<T>(starts: readonly T[], nextOf: (at: T) => readonly T[], key: (at: T) => string): T[] | null {
	const done = new Set<string>();
	const path: T[] = [];
	const on = new Set<string>();
	const visit = (at: T): T[] | null => {
		const k = key(at);
		if (on.has(k)) return path.slice(path.findIndex((one) => key(one) === k));
		if (done.has(k)) return null;
		on.add(k);
		path.push(at);
		for (const next of nextOf(at)) {
			const circle = visit(next);
			if (circle) return circle;
		}
		on.delete(k);
		path.pop();
		done.add(k);
		return null;
	};
	for (const start of starts) {
		const circle = visit(start);
		if (circle) return circle;
	}
	return null;
}
