/** Where something stands inside a plain value: names and numbers, outermost first. */
export type Path = readonly (string | number)[];

/**
 * The value with something else at a path; everything that does not lie on the way
 * stays the very same. `undefined` takes the name out; objects on the way are made.
 *
 * @example setAt({ a: { b: 1 }, c }, ["a", "b"], 2) // { a: { b: 2 }, c }, with the very same c
 */
export function setAt<T>(value: T, path: Path, to: unknown): T {
	const [key, ...rest] = path;
	if (key === undefined) return to as T;
	if (Array.isArray(value)) return value.map((one, i) => (i === key ? setAt(one, rest, to) : one)) as T;
	const inside = (value ?? {}) as Record<string, unknown>;
	const next = rest.length === 0 ? to : setAt(inside[key] ?? {}, rest, to);
	if (next === undefined) {
		const { [key as string]: _, ...others } = inside;
		return others as T;
	}
	return { ...inside, [key]: next } as T;
}

/** The row moved from one place to another. */
export function moveItem<T>(rows: readonly T[], from: number, to: number): T[] {
	const next = [...rows];
	next.splice(to, 0, ...next.splice(from, 1));
	return next;
}

export const removeItem = <T>(rows: readonly T[], at: number): T[] => rows.filter((_, i) => i !== at);
