interface Person {
	id: string;
	name: string;
}

const NO_DAY = "9999";

/**
 * Students in the order Today shows them: who has a day for a next lesson comes first, by that
 * day (days gone by stay at the top until a lesson was held), the others by name. Whoever is in
 * a lesson now has no next day yet: they stand behind the very first one.
 *
 * @param next the day of a student's next lesson, or day and hour; null where there is none
 */
export function orderStudents<P extends Person>(
	people: readonly P[],
	next: (id: string) => string | null,
	inLesson: ReadonlySet<string>,
): P[] {
	const dayOf = ({ id }: Person) => next(id) ?? NO_DAY;
	const all = [...people].sort((a, b) => {
		const [one, other] = [dayOf(a), dayOf(b)];
		return one < other ? -1 : one > other ? 1 : a.name.localeCompare(b.name);
	});
	const [first, ...rest] = all.filter(({ id }) => !inLesson.has(id));
	return [...(first ? [first] : []), ...all.filter(({ id }) => inLesson.has(id)), ...rest];
}
