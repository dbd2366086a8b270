/** What a forecast of one ladder stands on. */
export interface LadderOutlook {
	/** Rungs still above the peg. */
	above: number;
	/** Rungs passed in each lesson on it, oldest first. */
	passes: number[];
	/** The same of the coach's other ladders. */
	others: number[][];
	/** Days of the lessons in the calendar that work on it, by an even share of the student's ladders. */
	days: string[];
}
