import * as z from "zod/mini";
import { rungLabels } from "@/core/ladder/labels";
import { LadderToSave, watchRefusals } from "@/core/ladder/ladder";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import { NOBODY, PICTURE_CHARS, pictureTypes } from "@/core/skill/picture";
import { type KeyPosition, Skill, skillLabels } from "@/core/skill/skill";
import { day, label } from "@/core/text/fields";

/**
 * A skill, or a ladder with its skill, to hand on to another coach: one JSON file with no
 * student in it. What names other things of the studio (skills to have first, a chain, a ladder
 * of the other side) stays at home, and so does every picture on which somebody may be
 * recognised.
 */

export const HAND_ON = "peg-ladder-hand-on";

export const HandOn = z.strictObject({
	format: z.literal(HAND_ON),
	version: z.literal(1),
	/** Whose work it is. */
	author: label(80),
	day,
	skill: Skill,
	ladder: z.nullable(LadderToSave),
	pictures: z
		.array(
			z.strictObject({
				hash: z.string().check(z.regex(/^[0-9a-f]{64}$/)),
				type: z.enum(pictureTypes),
				body: z.string().check(z.maxLength(PICTURE_CHARS), z.regex(/^[A-Za-z0-9+/]+={0,2}$/)),
			}),
		)
		.check(z.maxLength(200)),
});
export type HandOn = z.infer<typeof HandOn>;

const handedOn = (position: KeyPosition): KeyPosition => {
	const { right, wrong, faults, ...rest } = position;
	const shown = <P extends { consent: string }>(picture: P | undefined) => picture?.consent === NOBODY;
	return {
		...rest,
		...(shown(right) ? { right } : {}),
		...(shown(wrong) ? { wrong } : {}),
		...(faults
			? {
					faults: faults.map(({ picture, causes, ...fault }) => ({
						...fault,
						causes: causes.map((cause) => (cause.skill === null ? cause : { ...cause, skill: null, position: null })),
						...(picture && shown(picture) ? { picture } : {}),
					})),
				}
			: {}),
	};
};

/** The skill without what only this studio knows; whose it was first stays. */
export function skillToHandOn({ prerequisites: _, chain: __, ...skill }: Skill, author: string): Skill {
	return { ...skill, author: skill.author ?? author, positions: skill.positions.map(handedOn) };
}

/** Hashes of the pictures that a skill shows. */
export const picturesIn = (skill: Skill): string[] => [
	...new Set(
		skill.positions.flatMap(({ right, wrong, faults = [] }) =>
			[right, wrong, ...faults.map(({ picture }) => picture)].flatMap((one) => one?.hash ?? []),
		),
	),
];

/** A file as somebody brought it; what cannot be taken is said by its field. */
export function readHandOn(text: string): Outcome<HandOn> {
	let value: unknown;
	try {
		value = JSON.parse(text.replace(/^\uFEFF/, ""));
	} catch {
		return refuse("file", "This is not a JSON file. Choose a file shared from Peg Ladder.");
	}
	const { format, version } = (value ?? {}) as { format?: unknown; version?: unknown };
	if (format !== HAND_ON)
		return refuse(
			"format",
			format === "peg-ladder-workbook"
				? "This is a workbook. Import it under Data."
				: "This file was not shared from Peg Ladder. Choose another.",
		);
	if (version !== 1)
		return refuse(
			"version",
			`The file is of version ${String(version)}, but this program reads version 1. Update the program.`,
		);
	const read = parse(HandOn, value, {
		...rungLabels,
		...skillLabels,
		author: "author",
		ladder: "ladder",
		pictures: "pictures",
	});
	if (!read.ok) return read;
	const { ladder, skill } = read.value;
	const amiss = ladder ? watchRefusals(ladder, skill) : [];
	if (amiss.length > 0) return { ok: false, refusals: amiss };
	const here = new Set(read.value.pictures.map(({ hash }) => hash));
	const missing = picturesIn(skill).find((hash) => !here.has(hash));
	return missing
		? refuse("pictures", "The skill shows a picture that is not in the file. Ask for the file again.")
		: read;
}

/** The JSON Schema of the file, draft 2020-12. */
export const handOnSchema = (): object => ({
	title: "Peg Ladder, shared",
	...z.toJSONSchema(HandOn, { unrepresentable: "any", io: "input" }),
});
