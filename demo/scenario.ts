import * as z from "zod/mini";
import { Ladder } from "@/core/ladder/ladder";
import { Student } from "@/core/people/student";
import { CueKind, Skill } from "@/core/skill/skill";
import { ident, label, text, whole } from "@/core/words/text";
import raw from "./scenario.json" with { type: "json" };

/**
 * A private coach of circus skills in Quillhaven, a town that does not exist. Nobody
 * in it does either. The data is in `scenario.json`, and goes through the same
 * schemas as anybody's.
 */

const DemoStudent = z.object({
	id: ident,
	student: Student,
	/** Ability at the start on the scale of rung numbers, and how fast it grows. */
	start: z.number(),
	pace: z.number(),
	/** The position this student keeps getting wrong, by skill. */
	favourite: z.record(ident, ident),
	/** Kinds of cue that help this one most. */
	hears: z.array(CueKind),
	/** What was promised, and in how many days from today it is due. */
	promised: z.array(z.tuple([label(400), whole(0, 60)])),
	parked: z.array(text(1000)),
	/** Days from today of the next lesson. */
	nextIn: whole(0, 60),
});
export type DemoStudent = z.infer<typeof DemoStudent>;

const DemoLadder = z.object({ id: ident, student: ident, skill: ident, ladder: Ladder });
export type DemoLadder = z.infer<typeof DemoLadder>;

const Scenario = z.object({
	skills: z.record(ident, Skill),
	students: z.array(DemoStudent),
	ladders: z.array(DemoLadder),
	/** Past lessons, oldest first: days before today, who, and on which of their ladders. */
	calendar: z.array(z.object({ daysAgo: whole(1, 200), student: ident, ladders: z.array(ident) })),
});

export const { skills, students, ladders, calendar } = Scenario.parse(raw);
