import * as z from "zod/mini";
import { Policy } from "@/core/ladder/policy";
import { RungSettings, yesOf } from "@/core/ladder/rung";
import { BodyPart, Side } from "@/core/people/body";
import { AskedDrill, MOST_DRILLS } from "@/core/practice/asked";
import type { practiceBodies } from "@/core/practice/kinds";
import { complainIn } from "@/core/refusals/complain";
import { Rule } from "@/core/rules";
import { tallyRefusal } from "@/core/rules/tally";
import { Cue } from "@/core/skill/cue";
import { Direction } from "@/core/skill/direction";
import { clockTime, day, ident, label, text, whole } from "@/core/text/fields";

/**
 * The body of every kind of event of a lesson; those of practice are beside them, in
 * `core/practice/kinds`. A later kind of work is a new kind, not a new truth in a table.
 */

export { Direction };

export const variations = ["own", "easier", "harder"] as const;
export const Variation = z.enum(variations);
export type Variation = z.infer<typeof Variation>;

/** A position that was off; `other` is something that is not watched. */
export const Off = z.object({
	position: ident,
	direction: z.optional(Direction),
	/** What it is called, where it was named afterwards and is not watched. */
	name: z.optional(label(20)),
});

export const whys = ["state", "kit", "earlier skill"] as const;
export type Why = (typeof whys)[number];

export const Attempt = z.object({
	/** Code on the rung's outcome scale. */
	result: z.string().check(z.regex(/^[a-z0-9-]{1,24}$/)),
	off: z.array(Off).check(z.maxLength(8)),
	/** All watched positions were looked at, not only what was tapped. */
	judged: z.boolean(),
	/** Kept, counted as load, ignored by rules, advice and estimates. */
	noCount: z.optional(z.boolean()),
	/** The coach says it was fully committed; decides under that gate. */
	committed: z.optional(z.boolean()),
	/** The rung's form that was tried, where it is not the set's. */
	variation: z.optional(Variation),
	called: z.optional(label(40)),
	/** Its call's place in the caller's run, from 0. */
	nth: z.optional(whole(0, 5000)),
	answer: z.optional(label(40)),
	/** The choice as the coach judged it, where the student chose freely and nothing was called. */
	chose: z.optional(z.enum(["right", "wrong"])),
	/** Whether it came off, where the choice is a fact of its own. Left out: nobody looked. */
	cameOff: z.optional(z.boolean()),
	measure: z.optional(z.object({ value: z.number(), unit: label(16) })),
	/** A second number beside it, and what it is. */
	second: z.optional(z.object({ value: z.number(), of: label(24) })),
	effort: z.optional(whole(0, 10)),
	rating: z.optional(whole(0, 10)),
	length: z.optional(whole(0, 100000)),
	assisted: z.optional(z.boolean()),
	namedFirst: z.optional(z.boolean()),
	/** Made while the rung's checklist was not confirmed for the day. */
	beforeCheck: z.optional(z.boolean()),
	/** Made after a timed set's clock had run out. */
	late: z.optional(z.boolean()),
	/** What a miss came from, as the coach says: not from a watched position. */
	why: z.optional(z.enum(whys)),
	/** Which grip, which object, old or new: what holds until another is said. */
	label: z.optional(label(40)),
	/** In a chain of skills tried in one go: the one it broke in. */
	brokeAt: z.optional(ident),
	/** Done together: whose miss ended it. */
	endedBy: z.optional(ident),
});
export type Attempt = z.infer<typeof Attempt>;

/** A watched position as it was when the set was opened: enough to read the set for ever. */
export const WatchedPosition = z.object({
	id: ident,
	name: label(80),
	short: label(10),
	fault: text(200),
	cues: z.array(Cue).check(z.maxLength(8)),
	/** The first of them worked for this student before, and is offered first. */
	worked: z.optional(z.boolean()),
	/** Without it a try is not good, under any gate. */
	must: z.optional(z.boolean()),
	/** Points taken off where it was off. */
	deduction: z.optional(z.number().check(z.gte(0), z.lte(100))),
});
export type WatchedPosition = z.infer<typeof WatchedPosition>;

/** The rung a set is run on, with the settings it is run under and the ground the advice stands on. */
export const Placing = z.object({
	student: z.nullable(ident),
	ladder: z.nullable(ident),
	rung: ident,
	/** Content address of the settings. */
	rungVersion: z.string().check(z.regex(/^[0-9a-f]{64}$/)),
	/** The rung's version that these settings were changed from, in the lesson itself. */
	base: z.optional(z.string().check(z.regex(/^[0-9a-f]{64}$/))),
	settings: RungSettings,
	/** In causal order: earlier in the skill first. */
	positions: z.array(WatchedPosition).check(z.maxLength(3)),
	/** Positions that are not watched, and without which no try is good all the same. */
	musts: z.optional(z.array(WatchedPosition).check(z.maxLength(12))),
	side: Side,
	policy: Policy,
	/** The ladder's rungs, lowest first, with the tempo notch where one is set. */
	order: z.array(z.object({ id: ident, name: label(80), tempo: z.optional(whole(0, 50)) })).check(z.maxLength(200)),
	/** This student's counted tries on this rung before this lesson. */
	triedBefore: whole(0, 1000000),
	/** Of those, what earlier lessons of the same day have used: a rung's limit counts the day. */
	usedToday: z.optional(whole(0, 5000)),
	/** Earlier days on which this rung's rule was met: for a rule on several days. */
	daysMet: z.optional(z.array(day).check(z.maxLength(60))),
	/** Where the peg stood when this was opened, where that is another rung. */
	peg: z.optional(ident),
	/** Why the rung is done in its easier form, where a protected part or missing kit eases it: that form is the rung then. */
	easedBy: z.optional(label(200)),
	/** Lower edge of the working band: under it a rung is too hard. */
	bandLow: z.number().check(z.gte(0.05), z.lte(0.95)),
	/** And its upper edge: over it a rung is too easy. */
	bandHigh: z.optional(z.number().check(z.gte(0.1), z.lte(0.99))),
	/** A rung stepped down to is re-earned by this short rule, then it is back to `from`. */
	reEarn: z.nullable(z.object({ from: ident, rule: Rule })),
	/** Parts this rung loads that have a limit, and what was put on them in the days before this lesson. */
	load: z.optional(
		z
			.array(
				z.object({
					part: BodyPart,
					day: z.nullable(whole(1, 1000000)),
					week: z.nullable(whole(1, 1000000)),
					before: z.array(z.object({ day, load: z.number() })).check(z.maxLength(8)),
				}),
			)
			.check(z.maxLength(10)),
	),
	/** Checked before the day's first try besides the rung's own list: for its kit, and who is to be there. */
	checks: z.optional(z.array(label(120)).check(z.maxLength(40))),
	/** A coin, tossed by the id of the try a run began with, holds one correction in three back. */
	coin: z.optional(z.boolean()),
	/** The skills tried one after the other in one go. */
	chain: z.optional(z.array(z.object({ id: ident, name: label(80) })).check(z.maxLength(12))),
});
export type Placing = z.infer<typeof Placing>;

/** What can be touched as off: the watched positions, and the musts beside them. */
export const lookedFor = ({ positions, musts }: Pick<Placing, "positions" | "musts">): WatchedPosition[] =>
	musts && musts.length > 0 ? [...positions, ...musts] : positions;

/** What was seen when something was decided: enough to work the advice out again. */
export const Basis = z.object({
	engine: label(16),
	/** Last `dseq` seen of each device. */
	seen: z.record(ident, whole(0, 2147483647)),
});
export type Basis = z.infer<typeof Basis>;

/** Work on a rung with the peg left where it is: judged like any other, only a warm-up, or a short look at what was passed. */
export const elsewheres = ["here today", "warm-up", "re-check"] as const;
export type Elsewhere = (typeof elsewheres)[number];

/** What a re-check may ask for besides: does it hold where it counts? */
export const surroundings = ["in contest", "before people", "in another place"] as const;
export type Surrounding = (typeof surroundings)[number];

/** Several rungs one after the other, so many tries or good ones at each; the next opens by itself, and after the last the peg. */
export const RoundPlace = z.object({
	stops: z.array(z.object({ ladder: ident, rung: ident })).check(z.minLength(1), z.maxLength(12)),
	/** The stop of this set, from 0. */
	at: whole(0, 11),
	each: whole(1, 50),
	of: z.enum(["tries", "good"]),
});
export type RoundPlace = z.infer<typeof RoundPlace>;

export const stateMarks = ["rushed", "tense", "tired", "distracted", "sore"] as const;
export const causeMarks = ["tried", "ruled out", "open"] as const;
export const moveReasons = ["passed", "stepped down", "stepped back up", "tested out", "by hand"] as const;

const advised = { line: label(24), title: text(160), position: z.optional(ident), basis: Basis };

/** A plan as it stood when its lesson began: enough to hold it by, and to lay beside what was done. */
export const PlanTaken = z.object({
	plan: ident,
	watch: z.array(text(120)),
	again: z.array(z.object({ words: text(80), every: whole(1, 500), of: z.enum(["minutes", "tries"]) })),
	stretches: z.array(
		z.object({
			id: ident,
			what: text(160),
			at: whole(0, 240),
			minutes: whole(1, 240),
			ladder: z.optional(ident),
			rung: z.optional(ident),
			/** Whose it is, in a lesson for several. */
			student: z.optional(ident),
		}),
	),
	/** Minutes of what was left when the rest was planned anew, by the item: what was planned first stays beside it. */
	anew: z.optional(z.record(z.string().check(z.maxLength(64)), whole(0, 240))),
});
export type PlanTaken = z.infer<typeof PlanTaken>;

/** What to practise until the next lesson: rungs, and how much in the coach's words. */
const Practised = z
	.array(z.object({ ladder: ident, rung: ident, name: label(80), much: text(120) }))
	.check(z.maxLength(6));
export type Practised = z.infer<typeof Practised>;

export const bodies = {
	"lesson.opened": z.object({
		minutes: z.nullable(whole(1, 600)),
		wish: text(400),
		quick: z.boolean(),
		/** How hard it is to be today, of ten. */
		effort: z.optional(whole(0, 10)),
		plan: z.optional(PlanTaken),
		/** What is said again and again, where there is no plan that says it. */
		again: z.optional(PlanTaken.shape.again),
		/** No lesson, but what was ticked on a card between two of them, written down afterwards. */
		fromCard: z.optional(z.boolean()),
	}),
	/** What one student wants of this lesson; the latest word on it holds, an empty one says that there is none. */
	wished: z.object({ text: text(400) }),
	/** Something of the plan is begun, left out, or done later than planned. */
	"plan.step": z.object({ item: ident, act: z.enum(["begun", "skipped", "put off"]) }),
	/** On which day a lesson was, where the clock of the device that opened it said something else, or was right after all. */
	"lesson.dated": z.object({ day }),
	/** Which lesson of the calendar it was held for: a booking and its own day in it, or none of them. The latest word holds. */
	"lesson.booked": z.object({
		booking: z.nullable(z.object({ id: z.string().check(z.minLength(1), z.maxLength(80)), on: day })),
	}),
	"lesson.closed": z.object({
		remark: text(4000),
		/** For the student of a lesson that one had, or of a count for nobody. */
		note: text(4000),
		/** Where more than one was there: to each their own. */
		notes: z.optional(z.array(z.object({ student: ident, text: text(4000) })).check(z.maxLength(12))),
		next: z.nullable(day),
		/** When on that day, where it is not as usual. */
		time: z.optional(clockTime),
		/** What to practise until then: rungs, and how much in the coach's words. */
		practise: z.optional(Practised),
	}),
	/** What one student goes home with; lessons of before said it of everybody as they were closed. */
	parting: z.object({
		note: text(4000),
		next: z.nullable(day),
		/** When on that day, where it is not as usual. */
		time: z.optional(clockTime),
		/** What to practise, as lessons of before said it: rungs, and how much in words. */
		practise: z.optional(Practised),
		/** All drills of the student's own page from now on; where nothing is said the page stays as it is. */
		drills: z.optional(z.array(AskedDrill).check(z.maxLength(MOST_DRILLS))),
	}),
	"set.opened": z.object({
		placing: Placing,
		variation: Variation,
		/** An open set that goes on beside this one: they take turns, or are worked together. */
		inTurnWith: z.optional(ident),
		/** Counted tries before it is the other's turn; one where nothing is said. */
		turn: z.optional(whole(1, 50)),
		/** Each try is both sets' try: done together. */
		joint: z.optional(z.boolean()),
		elsewhere: z.optional(z.enum(elsewheres)),
		under: z.optional(z.enum(surroundings)),
		round: z.optional(RoundPlace),
		/** An unfinished bout goes on in it. Sets of before begin one anew, and are read as they were. */
		boutsGoOn: z.optional(z.boolean()),
		/** Work without separate tries: a rally, a run, free play. What is seen in it is touched as it comes. */
		stretch: z.optional(z.boolean()),
	}),
	"set.closed": z.object({
		reason: z.enum(["rest", "pause", "moved on", "pain", "lesson over"]),
		/** A break of so many minutes, and the form to come back with. */
		minutes: z.optional(whole(1, 60)),
		comeBackWith: z.optional(Variation),
	}),
	"set.assigned": z.object({ set: ident, placing: Placing }),
	"set.takenOver": z.object({ set: ident }),
	/** What was tried, said or noted was another student's: it stands with them, in a set of its own. */
	given: z.object({
		events: z.array(ident).check(z.minLength(1), z.maxLength(500)),
		/** The set it stands in from now on. */
		set: ident,
		placing: Placing,
		variation: Variation,
	}),
	/** Another set is in hand; the one it came from stays open, and is gone on with when it is turned to again. */
	"set.turned": z.object({ set: ident, from: ident }),
	/** The coach counts another device's attempts in after all. */
	"set.joined": z.object({ set: ident, device: ident }),
	"limit.changed": z.object({ rung: ident, by: whole(-500, 500) }),
	/** A part may take more than its limit, this once, and why. */
	"load.raised": z.object({
		part: BodyPart,
		of: z.enum(["day", "week"]),
		to: whole(1, 1000000),
		reason: label(200),
	}),
	attempt: Attempt,
	/** In a stretch: the situation came and was let go, or was taken; or something was off. */
	seen: z.object({
		what: z.enum(["came", "taken", "off"]),
		position: z.optional(ident),
		direction: z.optional(Direction),
		/** Which grip, which object, old or new: what held when it was seen. */
		label: z.optional(label(40)),
	}),
	/** A finished set as numbers, where nobody kept the order. */
	tally: z
		.object({
			tries: whole(1, 500),
			good: whole(0, 500),
			longest: z.optional(whole(0, 500)),
			/** All of it within so many seconds of the set's clock. */
			seconds: z.optional(whole(1, 3600)),
			/** A count and no tries: how many, as it was called out. */
			score: z.optional(z.boolean()),
		})
		.check((ctx) => {
			const wrong = tallyRefusal(ctx.value);
			if (wrong) complainIn(ctx)(["good"], wrong);
		}),
	feedback: z.object({
		type: z.enum(["correction", "question", "confirmation"]),
		position: z.nullable(ident),
		direction: z.optional(Direction),
		cue: z.nullable(Cue),
	}),
	state: z.object({ mark: z.enum(stateMarks) }),
	parked: z.object({ text: label(1000) }),
	unparked: z.object({ parked: ident }),
	promise: z.object({ text: label(400), due: day }),
	"promise.kept": z.object({ promise: ident }),
	/** The coach's word to what a student wrote at home, said in the lesson: the page takes it over when it arrives. */
	"practice.replied": z.object({ page: ident, entry: ident, text: text(1000) }),
	"peg.moved": z.object({
		from: z.nullable(ident),
		to: ident,
		reason: z.enum(moveReasons),
		/** Whose yes was asked for, and given. */
		yes: z.optional(z.enum(yesOf)),
		/** The attempts it rests on. */
		evidence: z.array(ident).check(z.maxLength(500)),
		basis: Basis,
	}),
	/** A rule was met and the peg was not moved: what the coach says to that. Moving it is a peg move. */
	"pass.answered": z.object({ rung: ident, answer: z.enum(["stay", "later"]) }),
	"advice.followed": z.object(advised),
	"advice.overruled": z.object({ ...advised, reason: text(400) }),
	"care.confirmed": z.object({ rung: ident, items: z.array(label(120)).check(z.maxLength(12)) }),
	pain: z.object({ part: BodyPart, note: text(400) }),
	/** Somebody asked, and it is gone: the work on the rung may go on. */
	"pain.answered": z.object({ pain: ident }),
	note: z.object({ text: label(4000) }),
	/** A question put to the student, and what they said. */
	answered: z.object({ question: label(200), answer: text(1000) }),
	/** A key position the student was asked for: they named it, or were told. */
	"position.asked": z.object({ position: ident, name: label(80), how: z.enum(["named it", "told"]) }),
	/** Of two labels, the one that felt better to the student. */
	"felt.better": z.object({ rung: ident, label: label(40) }),
	/** A fault that was shown on purpose, and who named it first; nobody did where it is null. */
	"fault.spotted": z.object({ position: ident, name: label(80), by: z.nullable(ident) }),
	/** What the student gives their own work on a skill, of ten: kept beside the count, and passes nothing. */
	"own.mark": z.object({ ladder: ident, skill: label(80), mark: whole(0, 10) }),
	/** A cue that is to be met again and again, over weeks; the latest word on it holds. */
	"cue.key": z.object({ text: label(200), on: z.boolean() }),
	/** From now on a rung's easier form is the rung for this student, or is not any more; the latest word holds. */
	eased: z.object({ on: z.boolean(), reason: text(200) }),
	/** What was seen in a finish that was held, at one key position. */
	"finish.held": z.object({ position: ident, name: label(80), remark: text(400) }),
	/** What was found of one candidate cause of a fault, for this student; the latest word holds. */
	"cause.marked": z.object({ skill: ident, cause: ident, mark: z.enum(causeMarks) }),
	/** Takes events back: as if never made. A void can itself be taken back. */
	void: z.object({ targets: z.array(ident).check(z.minLength(1), z.maxLength(50)) }),
	/** A whole new body for an event, which keeps its place. */
	amend: z.object({ target: ident, body: z.unknown() }),
	/** An attempt that was forgotten, put after another event. */
	insert: z.object({ after: ident, attempt: Attempt }),
} as const;

type AllBodies = typeof bodies & typeof practiceBodies;
export type Kind = keyof AllBodies;
export type Body<K extends Kind> = z.infer<AllBodies[K]>;
