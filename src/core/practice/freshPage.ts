import { type Assignment, USUAL } from "./assignment";

/** What most helpers have to be told, for the coach to change. */
const USUAL_HELPER = {
	feed: "",
	counts: "A try counts when it matches the drill. If you are not sure, it does not count.",
	cautions: "Free space all around, no hard things within reach, shoes on.",
	stop: "When it hurts, when it is the other side’s turn, or when today’s tries are done.",
};

/** A page without a drill yet. */
export const freshPage = (student: string, from: string): Assignment => ({
	student,
	from,
	note: "",
	items: [],
	words: [],
	most: null,
	helper: USUAL_HELPER,
	thresholds: USUAL,
});
