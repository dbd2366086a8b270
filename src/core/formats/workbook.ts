import * as z from "zod/mini";
import { Booking } from "@/core/calendar/booking";
import { Occasion } from "@/core/calendar/occasion";
import { Coach } from "@/core/coach/coach";
import { hashOf, hashOfBytes } from "@/core/hash/hash";
import { Ladder, Policy } from "@/core/ladder/ladder";
import { RungSettings } from "@/core/ladder/rung";
import { Language } from "@/core/languages/language";
import type { LogEvent } from "@/core/log/event";
import { parseAnyEvent } from "@/core/log/parseAnyEvent";
import { outOfBounds } from "@/core/log/parseEvent";
import { Side } from "@/core/people/body";
import { Student } from "@/core/people/student";
import { LessonPlan } from "@/core/plan/plan";
import { Still } from "@/core/position/still";
import { Assignment } from "@/core/practice/assignment";
import { AskedFrom } from "@/core/practice/page";
import { type Outcome, parseStored, type Refusal, refuse } from "@/core/refusals/refusals";
import { PICTURE_CHARS, pictureTypes } from "@/core/skill/picture";
import { Skill } from "@/core/skill/skill";
import { day, ident, text, whole } from "@/core/text/fields";

/**
 * The workbook: one JSON file that holds a studio, or one student, skill or ladder of
 * it. `docs/formats.md` tells it in words; `docs/workbook.schema.json` is made from
 * the schemas here.
 */

export const FORMAT = "peg-ladder-workbook";
export const VERSION = 1;

export const Scope = z.object({
	of: z.enum(["studio", "student", "skill", "ladder"]),
	/** Id of the one student, skill or ladder; absent for a whole studio. */
	id: z.optional(ident),
});
export type Scope = z.infer<typeof Scope>;

const hash = z.string().check(z.regex(/^[0-9a-f]{64}$/));
/** A moment in UTC, as the database writes it. */
const moment = z.string().check(z.regex(/^(19[7-9]\d|20\d\d)-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,6})?Z$/));
const document = { id: ident, made: moment, archived: z.nullable(moment) };

/** What a ladder version holds: an order of rung versions. */
export const LadderOrder = z.strictObject({
	side: Side,
	policy: Policy,
	start: z.nullable(ident),
	stage: z.optional(ident),
	school: z.optional(ident),
	order: z.array(z.strictObject({ id: ident, version: hash })).check(z.maxLength(200)),
});

/** One row of each section. Their order in the file does not matter; rows of a section may stand in any order. */
export const sections = {
	students: z.strictObject({ ...document, student: Student }),
	/** Students who were deleted: their ids alone. */
	gone: z.strictObject({ id: ident, at: moment }),
	skillVersions: z.strictObject({ hash, made: moment, skill: Skill }),
	skills: z.strictObject({ ...document, version: hash, skill: Skill }),
	skillRevisions: z.strictObject({ id: ident, made: moment, skill: ident, version: hash, remark: text(400) }),
	/** Pictures and clips, in base64; `hash` is the SHA-256 of their bytes. */
	pictures: z.strictObject({
		hash,
		made: moment,
		type: z.enum(pictureTypes),
		body: z.string().check(z.maxLength(PICTURE_CHARS), z.regex(/^[A-Za-z0-9+/]+={0,2}$/)),
	}),
	rungVersions: z.strictObject({ hash, made: moment, settings: RungSettings }),
	ladderVersions: z.strictObject({ hash, made: moment, ladder: LadderOrder }),
	ladders: z.strictObject({
		...document,
		student: ident,
		skill: ident,
		/** The skill version the ladder follows. */
		skillVersion: hash,
		version: hash,
		ladder: Ladder,
	}),
	/** What a ladder said from when on, the oldest as it was built. */
	ladderRevisions: z.strictObject({ id: ident, made: moment, ladder: ident, version: hash }),
	/** Lessons before they are held. */
	plans: z.strictObject({ ...document, plan: LessonPlan }),
	/** Lessons in the calendar. */
	bookings: z.strictObject({ ...document, booking: Booking }),
	/** Shows, terms and other dates. */
	occasions: z.strictObject({ ...document, occasion: Occasion }),
	/** What a student is to practise. */
	assignments: z.strictObject({
		...document,
		/** Signs what the student's page hands back as text. */
		key: z.string().check(z.regex(/^[\w-]{43}$/)),
		assignment: Assignment,
		/** One beside the student's own page: a second home, a camp. */
		apart: z.optional(z.boolean()),
		/** What was asked for from which day on, oldest first. */
		history: z.optional(z.array(AskedFrom).check(z.maxLength(200))),
	}),
	/** Private links to students' pages: what opens one is in no file, only its hash, so that it goes on opening where the address stays. */
	practiceLinks: z.strictObject({
		id: ident,
		made: moment,
		assignment: ident,
		name: text(60),
		hash,
		address: z.nullable(text(200)),
		ends: day,
		withdrawn: z.nullable(moment),
	}),
	/** Stills of held positions, with what was measured on them; each names one of the pictures. */
	stills: z.strictObject({ ...document, still: Still }),
	/** Languages of students; `id` is the code. */
	languages: z.strictObject({ ...document, language: Language }),
	/** What holds for the whole studio: one row. */
	coach: z.strictObject({ id: z.literal("coach"), made: moment, coach: Coach }),
	/** What happened, as the record keeps it: see `events` in the formats' description. */
	events: z.looseObject({ id: ident, device: ident, dseq: whole(1, 2147483647) }),
	/** What could not be taken in, word for word. */
	setAside: z.strictObject({
		eventId: z.nullable(z.string().check(z.maxLength(64))),
		device: ident,
		dseq: whole(0, 2147483647),
		reason: z.string().check(z.maxLength(4000)),
		raw: z.string().check(z.maxLength(1_000_000)),
		at: moment,
	}),
} as const;

export type Section = keyof typeof sections;
export const sectionNames = Object.keys(sections) as Section[];

/** What is left of an event whose student was deleted. */
const Erased = z.strictObject({
	id: ident,
	device: ident,
	dseq: whole(1, 2147483647),
	erased: z.literal(true),
});
export type Erased = z.infer<typeof Erased>;

export interface Rows {
	students: z.infer<(typeof sections)["students"]>;
	gone: z.infer<(typeof sections)["gone"]>;
	skillVersions: z.infer<(typeof sections)["skillVersions"]>;
	skills: z.infer<(typeof sections)["skills"]>;
	skillRevisions: z.infer<(typeof sections)["skillRevisions"]>;
	pictures: z.infer<(typeof sections)["pictures"]>;
	rungVersions: z.infer<(typeof sections)["rungVersions"]>;
	ladderVersions: z.infer<(typeof sections)["ladderVersions"]>;
	ladders: z.infer<(typeof sections)["ladders"]>;
	ladderRevisions: z.infer<(typeof sections)["ladderRevisions"]>;
	plans: z.infer<(typeof sections)["plans"]>;
	bookings: z.infer<(typeof sections)["bookings"]>;
	occasions: z.infer<(typeof sections)["occasions"]>;
	assignments: z.infer<(typeof sections)["assignments"]>;
	practiceLinks: z.infer<(typeof sections)["practiceLinks"]>;
	stills: z.infer<(typeof sections)["stills"]>;
	languages: z.infer<(typeof sections)["languages"]>;
	coach: z.infer<(typeof sections)["coach"]>;
	events: LogEvent | Erased;
	setAside: z.infer<(typeof sections)["setAside"]>;
}

/** The whole file, for its JSON Schema; files are read row by row. */
export const Workbook = z.object({
	format: z.literal(FORMAT),
	version: z.literal(VERSION),
	scope: Scope,
	...(Object.fromEntries(
		sectionNames.map((name) => [name, z.optional(z.array(sections[name] as z.ZodMiniType))]),
	) as unknown as Record<Section, z.ZodMiniType>),
});

/**
 * One row of a section, read and held against its own hashes, or the reasons why not.
 * Paths are those inside the row.
 */
export function parseRow<S extends Section>(section: S, input: unknown): Outcome<Rows[S]> {
	if (section === "events") return parseLogged(input) as Outcome<Rows[S]>;
	const read = parseStored(sections[section] as z.ZodMiniType<unknown>, input);
	if (!read.ok) return read;
	const wrong = sealRefusal(section, read.value as never);
	return wrong ?? (read as Outcome<Rows[S]>);
}

function parseLogged(input: unknown): Outcome<LogEvent | Erased> {
	return typeof input === "object" && input !== null && "erased" in input
		? parseStored(Erased, input)
		: parseAnyEvent(input);
}

/** What in a row is odd and comes in all the same: it was taken in once, and the record is not mended. */
export const remarksOn = (section: Section, row: unknown): Refusal[] =>
	section === "events" && !("erased" in (row as object)) ? outOfBounds(row as LogEvent) : [];

const misfit = (path: string, what: string) =>
	refuse(path, `The ${path} does not fit ${what}. One of the two was changed alone, or the file is damaged.`);

function sealRefusal(section: Section, row: Rows[Exclude<Section, "events">]): ReturnType<typeof refuse> | null {
	if (section === "skillVersions") {
		const { hash, skill } = row as Rows["skillVersions"];
		return hashOf(skill) === hash ? null : misfit("hash", "the skill behind this hash");
	}
	if (section === "pictures") {
		const { hash, body } = row as Rows["pictures"];
		return hashOfBytes(body) === hash ? null : misfit("hash", "the picture behind this hash");
	}
	if (section === "rungVersions") {
		const { hash, settings } = row as Rows["rungVersions"];
		return hashOf(settings) === hash ? null : misfit("hash", "the settings behind this hash");
	}
	if (section === "ladderVersions") {
		const { hash, ladder } = row as Rows["ladderVersions"];
		return hashOf(ladder) === hash ? null : misfit("hash", "the order behind this hash");
	}
	if (section === "skills") {
		const { version, skill } = row as Rows["skills"];
		return hashOf(skill) === version ? null : misfit("version", "the skill's text");
	}
	if (section === "ladders") {
		const { version, ladder } = row as Rows["ladders"];
		return sealOrder(ladder) === version ? null : misfit("version", "the ladder's text");
	}
	return null;
}

/** Content address of a ladder: of the order of its rungs' versions. */
export const orderOf = ({ side, policy, start, stage, school, rungs }: Ladder): z.infer<typeof LadderOrder> => ({
	side,
	policy,
	start,
	...(stage ? { stage } : {}),
	...(school ? { school } : {}),
	order: rungs.map(({ id, settings }) => ({ id, version: hashOf(settings) })),
});
const sealOrder = (ladder: Ladder) => hashOf(orderOf(ladder));

/** The JSON Schema of a workbook (draft 2020-12). What only our own checks see is not in it. */
export const workbookSchema = (): object => ({
	title: "Peg Ladder workbook",
	...z.toJSONSchema(Workbook, { unrepresentable: "any", io: "input" }),
});
