import { lookedFor, type Placing } from "@/core/log/kinds";

/** Short names of what these placings watch, and of the skills of their chains. */
export function shortIn(...placings: readonly Placing[]): (id: string) => string {
	const names = new Map(
		placings.flatMap((placing) => [
			...lookedFor(placing).map(({ id, short }) => [id, short] as const),
			...(placing.chain ?? []).map(({ id, name }) => [id, name] as const),
		]),
	);
	return (id) => names.get(id) ?? "other";
}
