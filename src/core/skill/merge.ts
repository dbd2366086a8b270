import type { KeyPosition, Skill } from "./skill";

const key = ({ short, name }: KeyPosition) => [short, name].map((word) => word.toLocaleLowerCase());

/**
 * Two skills made one. What the first says stands; the other adds the positions the
 * first has not (by short name or name), and to those both have its cues and faults.
 * Its schools and stages come along; what cannot fit any more is left out.
 */
export function mergeSkills(first: Skill, other: Skill): Skill {
	const twin = (position: KeyPosition) =>
		first.positions.find((one) => key(one).some((word) => word !== "" && key(position).includes(word)));
	const ids = new Map(other.positions.map((position) => [position.id, twin(position)?.id ?? position.id]));
	const renamed = (id: string | null) => (id === null ? null : (ids.get(id) ?? id));
	const faultsOf = (position: KeyPosition) =>
		(position.faults ?? []).map((fault) => ({
			...fault,
			causes: fault.causes.map((cause) => ({ ...cause, position: renamed(cause.position) })),
		}));
	const positions = first.positions.map((position) => {
		const twins = other.positions.filter((one) => ids.get(one.id) === position.id);
		if (twins.length === 0) return position;
		const cues = [...position.cues, ...twins.flatMap((one) => one.cues)].filter(
			(cue, i, all) => all.findIndex((same) => same.text === cue.text) === i,
		);
		const faults = [...(position.faults ?? []), ...twins.flatMap(faultsOf)].filter(
			(fault, i, all) => all.findIndex((same) => same.id === fault.id || same.words === fault.words) === i,
		);
		return {
			...position,
			tell: position.tell || twins.map((one) => one.tell).find(Boolean) || "",
			fault: position.fault || twins.map((one) => one.fault).find(Boolean) || "",
			cues: cues.slice(0, 8),
			...(faults.length > 0 ? { faults: faults.slice(0, 8) } : {}),
		};
	});
	const added = other.positions
		.filter((position) => !twin(position))
		.map((position) => ({
			...position,
			origin: renamed(position.origin),
			...(position.faults ? { faults: faultsOf(position) } : {}),
		}));
	const all = [...positions, ...added].slice(0, 60);
	const before = (id: string | null, at: number) => all.findIndex((one) => one.id === id) < at;
	const join = <T extends { id: string; name: string }>(a: readonly T[] = [], b: readonly T[] = []) =>
		[...a, ...b.filter((one) => !a.some((same) => same.id === one.id || same.name === one.name))].slice(0, 6);
	const [stages, schools] = [join(first.stages, other.stages), join(first.schools, other.schools)];
	return {
		...first,
		about: first.about || other.about,
		// In the joined order an origin may have come to stand after what it was the origin of.
		positions: all.map((position, i) => ({
			...position,
			origin: before(position.origin, i) ? position.origin : null,
			...(position.faults
				? {
						faults: position.faults.map((fault) => ({
							...fault,
							causes: fault.causes.filter((cause) => cause.kind !== "position" || before(cause.position, i)),
						})),
					}
				: {}),
		})),
		...(stages.length > 0 ? { stages } : {}),
		...(schools.length > 0 ? { schools } : {}),
	};
}
