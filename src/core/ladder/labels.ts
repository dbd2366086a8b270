import type { Gate } from "./gate";
import type { Policy } from "./policy";

/** When an attempt is good, in the coach's words. */
export const gateWords: Record<Gate, string> = {
	result: "it came off",
	form: "no watched position was off",
	both: "it came off and no watched position was off",
	commitment: "it was fully committed, whatever came of it",
};

/** When a student leaves a rung, in the coach's words. */
export const policyWords: Record<Policy, string> = {
	mastery: "the rule first, with a limit a lesson",
	"fixed dose": "so many tries a lesson; the coach promotes",
	"full speed": "never slower than the real thing; shorten the distance instead",
};

/** What the fields of a rung are called in a refusal. The lesson refuses nothing by them, and does not carry them. */
export const rungLabels = {
	name: "name",
	drill: "drill",
	triesPerSet: "tries per set",
	limit: "tries per lesson",
	readyRate: "ready rate",
	gate: "what makes a try good",
	watch: "watched positions",
	rule: "pass rule",
	k: "good tries wanted",
	n: "tries looked at",
	r: "good in a row",
	kind: "kind of pass rule",
	weights: "points for each outcome",
	target: "points to reach",
	targets: "targets",
	each: "good on each target",
	c: "good in the set",
	seconds: "seconds of the set",
	decisions: "decisions",
	situation: "what is called",
	right: "right answers",
	unit: "unit",
	second: "second measure",
	callInTurn: "tries at each target",
	yes: "whose yes is asked for",
	scale: "outcomes",
	label: "name of the outcome",
	points: "points of the outcome",
	correctAfter: "correct after",
	adjust: "tries to adjust",
	easier: "easier variation",
	harder: "harder variation",
	rungs: "rungs",
	notches: "notches",
	loads: "load of one try",
	care: "checklist",
	needs: "kit it needs",
	sketch: "set-up sketch",
	items: "things in the sketch",
	x: "place across",
	y: "place away",
	height: "height",
	home: "at home instead",
	across: "width shown",
	difficulties: "difficulties",
	weight: "weight",
};
