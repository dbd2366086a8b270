import { ENGINE } from "@/core/advice/engine";
import type { Drafts } from "./drafts";

/** A passed rung that slipped at its last check, and where the peg stands. */
export interface SlipAt {
	student: string;
	ladder: string;
	rung: string;
	peg: string;
	/** The lesson of that check. */
	lesson: string;
}

/** The peg goes back to what slipped, by the coach's hand. */
export const backToSlipped = ({ student, ladder, rung, peg, lesson }: SlipAt): Drafts => [
	{
		kind: "peg.moved",
		lesson,
		student,
		ladder,
		body: { from: peg, to: rung, reason: "stepped down", evidence: [], basis: { engine: ENGINE, seen: {} } },
	},
];
