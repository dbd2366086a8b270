import { ENGINE } from "@/core/advice/engine";
import type { PassDigest } from "@/core/digest/lessonDigest";
import type { YesOf } from "@/core/ladder/rung";
import type { Drafts } from "./drafts";

/** A rule that was met while the peg stayed where it is, and where it would go. */
export interface PassAt extends Pick<PassDigest, "metBy" | "seen"> {
	lesson: string;
	student: string | null;
	ladder: string;
	rung: string;
	/** The rung above. */
	to: { id: string; name: string };
	/** Whose yes a pass of the rung wants besides its rule. */
	yes?: YesOf | undefined;
}

/** The pass is claimed: the peg moves, on the attempt that met the rule. */
export const claimPass = ({ lesson, student, ladder, rung, to, metBy, seen, yes }: PassAt): Drafts => [
	{
		kind: "peg.moved",
		lesson,
		student,
		ladder,
		body: {
			from: rung,
			to: to.id,
			reason: "passed",
			evidence: [metBy],
			basis: { engine: ENGINE, seen },
			...(yes ? { yes } : {}),
		},
	},
];

/** It stays a pass and the peg where it is: for good, or until the next lesson. */
export const answerPass = ({ lesson, student, ladder, rung }: PassAt, answer: "stay" | "later"): Drafts => [
	{ kind: "pass.answered", lesson, student, ladder, body: { rung, answer } },
];
