import { readSides, type Sides } from "./sides";
import { type Fault, type KeyPosition, type Picture, senses, senseWords } from "./skill";
import { toleranceWords } from "./tolerance";

/** What a ladder follows of its skill. */
export interface Follows {
	stage?: string | undefined;
	school?: string | undefined;
}

/** At a stage that says nothing of a position nobody judges it yet. */
export const NOT_JUDGED = "not judged yet";

/** Whether a position is looked at on a ladder that follows this stage, or none. */
export const isJudged = ({ stages }: Pick<KeyPosition, "stages">, { stage }: Follows): boolean =>
	stage === undefined || stages?.[stage] !== undefined;

const directionWords: Record<Fault["direction"], string> = { short: "not enough", beyond: "too much" };

/**
 * A key position in a few lines, as one looks for it: its tells by sense, its
 * tolerance, what holds at the stage, how the school does it, its faults. Sides are
 * read out.
 */
export function lookOf(position: KeyPosition, { stage, school }: Follows, sides: Sides): string[] {
	const at = stage ? position.stages?.[stage] : undefined;
	const way = school ? position.ways?.[school] : undefined;
	const tolerance = toleranceWords(at?.tolerance ?? position.tolerance);
	return [
		isJudged(position, { stage }) ? "" : NOT_JUDGED,
		position.tell,
		...senses.map((sense) => (position.tells?.[sense] ? `${senseWords[sense]}: ${position.tells[sense]}` : "")),
		tolerance && `within ${tolerance}`,
		position.toleranceByBeat ? `by beat: ${position.toleranceByBeat}` : "",
		position.forms ? `right too: ${position.forms}` : "",
		at?.words ?? "",
		way?.words ?? "",
		position.protects ? `protects ${position.protects}` : "",
		...(position.faults ?? []).map(({ direction, words }) => words && `${directionWords[direction]}: ${words}`),
	]
		.filter((line) => line !== "")
		.map((line) => readSides(line, sides));
}

/** The pictures of a position and of its faults, each with what it shows. */
export const picturesOf = ({ right, wrong, faults = [] }: KeyPosition): { picture: Picture; shows: string }[] =>
	[
		{ picture: right, shows: "right" },
		{ picture: wrong, shows: "wrong" },
		...faults.map(({ picture, direction, words }) => ({
			picture,
			shows: words ? `${directionWords[direction]}: ${words}` : directionWords[direction],
		})),
	].flatMap(({ picture, shows }) => (picture ? [{ picture, shows }] : []));
