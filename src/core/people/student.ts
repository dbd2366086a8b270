import * as z from "zod/mini";
import { LanguageCode } from "@/core/languages/spoken";
import { day, label, text, whole } from "@/core/text/fields";
import { BodyPart, type Side } from "./body";

export const levels = ["new to it", "beginner", "steady", "advanced", "performs"] as const;

/** As much as a body part may take, in tries of a usual load: in a day, and in any seven days. */
export const StudentLimit = z.object({
	part: BodyPart,
	day: z.nullable(whole(1, 100000)),
	week: z.nullable(whole(1, 100000)),
});

export const Student = z.object({
	name: label(80),
	strongSide: z.enum(["left", "right"]),
	born: z.nullable(whole(1900, 2100)),
	level: z.enum(levels),
	protectedParts: z.array(BodyPart).check(z.maxLength(10)),
	kit: text(1000),
	/** Kit that is not there, a word or two each: rungs that need it are taken out or eased. */
	lacks: z.optional(z.array(label(60)).check(z.maxLength(20))),
	loadLimits: z.optional(z.array(StudentLimit).check(z.maxLength(10))),
	/** The day on which they, or whoever answers for them, agreed to be filmed. */
	filmed: z.optional(day),
	/** Who answers for them, and the day on which that one agreed to the lessons. */
	guardian: z.optional(z.object({ name: label(80), day })),
	/** The day on which they, or whoever answers for them, agreed to be guided by touch. */
	touch: z.optional(day),
	/** Another adult is to be there. */
	withAdult: z.optional(z.boolean()),
	/** What their page, its paper and their notes are said in; English where nothing is said. */
	language: z.optional(LanguageCode),
	wish: text(1000),
});
export type Student = z.infer<typeof Student>;

const GROWN = 18;

/** Under eighteen, as far as a year of birth says: somebody else answers for them, and they grow. Nothing is said of whoever's is not known. */
export const isYoung = ({ born }: Pick<Student, "born">, day: string): boolean =>
	born !== null && Number(day.slice(0, 4)) - born < GROWN;

/** Somebody of whom nothing is known yet but the name. */
export const freshStudent = (name: string): Student => ({
	name,
	strongSide: "right",
	born: null,
	level: "new to it",
	protectedParts: [],
	kit: "",
	wish: "",
});

export const studentLabels = {
	name: "name",
	strongSide: "strong side",
	born: "year of birth",
	level: "level",
	protectedParts: "protected parts",
	kit: "kit",
	lacks: "missing kit",
	wish: "wish",
	language: "language",
	filmed: "consent to filming",
	guardian: "guardian",
	touch: "consent to guiding by touch",
	withAdult: "another adult present",
	loadLimits: "load limits",
	part: "part of the body",
	day: "limit of a day",
	week: "limit for seven days",
};

/** "left hand, the other side": a ladder's side as the student knows it. */
export function sideWords(side: Side, strong: "left" | "right"): string {
	if (side === "none") return "both sides";
	return side === strong ? `${side}, strong side` : `${side}, other side`;
}
