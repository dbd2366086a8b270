/** Fewer say nothing. */
const FEWEST = 10;
const SHARE = 0.1;

/** Of so many cases of a property as many as are made now: a tenth in `npm test`, all of them in `npm run test:long`. */
export const cases = (all: number): number =>
	process.env.PEG_LONG === "1" ? all : Math.min(all, Math.max(FEWEST, Math.ceil(all * SHARE)));
