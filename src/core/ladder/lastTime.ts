/** Fewer tries are no work to go by: a single one in a group stands for no lesson. */
export const ENOUGH_TO_GO_BY = 5;

/** What the next lesson opens with. */
export interface LastTime {
	lesson: string;
	day: string;
	rung: string;
	good: number;
	tries: number;
	/** What came of it in the terms of its rule, where good of tries does not say it all. */
	result?: string;
	/** The last correction or question that was given. */
	cue: string | null;
	/** What was to be practised since. */
	eased?: true;
	practise?: string;
}
