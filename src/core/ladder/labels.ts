import type { Gate } from "./gate";
import type { Policy } from "./policy";

/** When an attempt is good, in the coach's words. */
export const gateWords: Record<Gate, string> = {
	result: "it came off",
	form: "watched positions were right",
	both: "it came off, watched positions right",
	commitment: "the student went for it fully, whatever the result",
};

/** How they move up, in a word or two; the stored names stay. */
export const policyNames: Record<Policy, string> = {
	mastery: "by the rule",
	"fixed dose": "after a set number of tries",
	"full speed": "always at full speed",
};

/** When a student leaves a rung, in the coach's words. */
export const policyWords: Record<Policy, string> = {
	mastery: "up when the rule is met, with a limit a day",
	"fixed dose": "a set number of tries a day. You move the peg",
	"full speed": "always full speed. Make the distance shorter instead",
};

/** What the fields of a rung are called in a refusal. The lesson refuses nothing by them, and does not carry them. */
export const rungLabels = {
	name: "name",
	drill: "drill",
	triesPerSet: "tries per set",
	limit: "tries a day",
	readyRate: "ready rate",
	gate: "what makes a try good",
	watch: "watched positions",
	rule: "pass rule",
	k: "good tries needed",
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
	caller: "caller",
	all: "what is called",
	order: "order of the calls",
	beat: "beat",
	fixed: "the fixed call",
	most: "most in a row",
	times: "times each in a block",
	seed: "order",
	every: "seconds from call to call",
	spread: "spread of the beat",
	callInTurn: "tries at each target",
	roles: "roles",
	swapAfter: "tries before the roles swap",
	yes: "who must agree",
	scale: "outcomes",
	label: "name of the outcome",
	points: "points of the outcome",
	correctAfter: "correct after",
	adjust: "tries to adjust",
	easier: "easier form",
	harder: "harder form",
	rungs: "rungs",
	notches: "notches",
	loads: "load of one try",
	feederLoads: "load on the feeder",
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
