import * as commands from "@/core/commands";
import { askedFor, feltBetter, ownMark, ownMarksIn } from "@/core/commands/atTheEnd";
import { beginLesson } from "@/core/commands/begin";
import { afterStop } from "@/core/commands/round";
import { quickUp } from "@/core/commands/rounds";
import { Ladder } from "@/core/ladder/ladder";
import { freshRung, RungSettings } from "@/core/ladder/rung";
import type { LogEvent } from "@/core/log/event";
import type { Attempt } from "@/core/log/kinds";
import { noteFor } from "@/core/log/noteFor";
import type { LessonView, SetView } from "@/core/log/view";
import { wrapUp } from "@/core/log/wrap";
import { changedHere, improvised } from "@/core/pack/changed";
import type { PackLadder } from "@/core/pack/pack";
import { placeOn } from "@/core/pack/placing";
import { Skill } from "@/core/skill/skill";

/**
 * One lesson told by hand, touch by touch, beside those that the model makes: it holds
 * each thing a lesson can keep, on rungs of every kind.
 */

const position = (id: string, name: string, tell: string, fault: string, origin: string | null, cue: string) => ({
	id,
	short: id,
	name,
	tell,
	fault,
	origin,
	cues: [{ text: cue, kind: "outside" as const }],
});

export const calls: Skill = Skill.parse({
	name: "Passing to a call",
	about: "The feeder calls late; the throw follows the call, not the habit.",
	trigger: "as the feeder’s hand starts",
	positions: [
		position(
			"ready",
			"Both clubs still, at the hip",
			"Nothing moves before the call.",
			"Already swinging",
			null,
			"hold two candles",
		),
		{
			...position("ears", "The call is heard out", "Repeats it.", "Goes on half a word", "ready", "let the word land"),
			faults: [
				{
					id: "ears-short",
					direction: "short",
					words: "Throws on the first sound",
					remedies: [],
					causes: [
						{
							id: "ears-short-1",
							kind: "intention",
							position: null,
							skill: null,
							words: "Wants to be first.",
							who: "",
							drill: "Three calls with a clap after each.",
							check: "Can you say it back?",
						},
						{
							id: "ears-short-2",
							kind: "position",
							position: "ready",
							skill: null,
							words: "The arm is already on its way.",
							who: "",
							drill: "",
							check: "",
						},
					],
				},
			],
		},
		position(
			"lane",
			"The pass stays in its lane",
			"Lands outside the shoulder.",
			"Crosses the middle",
			"ready",
			"down the hall, not across",
		),
		position("turn", "One and a half turns", "Handle first.", "Too much spin", "lane", "hand over a cup"),
		{
			...position("eyes", "Eyes on the feeder", "Sees the hand.", "Looks at the club", "ready", "read their sleeve"),
			must: true,
		},
	],
});

const usual = { ...freshRung(""), limit: 40, watch: ["ears", "lane"] };
const decisions = [
	{ situation: "red", right: [{ answer: "pass", reason: "Red crosses." }] },
	{ situation: "blue", right: [{ answer: "self", reason: "Blue stays." }] },
	{ situation: "white", right: [{ answer: "hold", reason: "White waits." }] },
];
const outcome = (code: string, points: number, success: boolean) => ({ code, label: code, points, success });
const drills = [
	{ name: "Say it back, no clubs", rule: { kind: "decision", k: 5, n: 6 }, decisions, choiceOnly: true },
	{ name: "Called late", rule: { kind: "decision", k: 8, n: 10 }, decisions, yes: "student", easier: "called early" },
	{ name: "Read the feeder", rule: { kind: "decision", k: 5, n: 6 }, freeChoice: true },
	{
		name: "Three lanes in turn",
		rule: { kind: "spread", each: 2, targets: ["near", "far", "wall"] },
		callInTurn: 3,
	},
	{
		name: "Long pass, no strain",
		unit: "m",
		second: "height, m",
		rule: { kind: "within", k: 3, n: 5, low: 6, high: 12, effort: 6 },
	},
	{ name: "Against the count", rule: { kind: "bouts", a: 3, b: 2, k: 2, n: 3 } },
	{
		name: "Called in the square",
		rule: { kind: "points", weights: { clean: 2, late: 1, wrong: -1, drop: -2 }, target: 8 },
		scale: [
			outcome("clean", 2, true),
			outcome("late", 1, true),
			outcome("saved", 0, true),
			outcome("wrong", -1, false),
			outcome("drop", -2, false),
		],
		harder: "with the band playing",
	},
].map((drill) => RungSettings.parse({ ...usual, ...drill, rule: { ...drill.rule } }));

export const scriptedLadders = ["kasimir", "teodor"].map((student) => {
	const id = `${student}-calls`;
	return {
		id,
		student,
		skill: "calls",
		from: 0,
		followed: calls,
		ladder: Ladder.parse({
			side: "none",
			policy: "mastery",
			start: `${id}-2`,
			rungs: drills.map((settings, i) => ({ id: `${id}-${i + 1}`, settings })),
		}),
	};
});

const hit: Attempt = { result: "hit", off: [], judged: false };
const miss: Attempt = { ...hit, result: "miss" };

interface Phone {
	newId: () => string;
	lesson: string;
	write: (written: commands.Drafts) => LogEvent[];
	view: () => LessonView;
}

/** The lesson on its way: what the script does again and again. */
function stageOf({ newId, lesson, write, view }: Phone, ladder: PackLadder, others: PackLadder) {
	const set = () => view().current as SetView;
	const at = (rung: number) => placeOn(ladder, `${ladder.id}-${rung}`);
	return {
		newId,
		lesson,
		write,
		view,
		ladder,
		others,
		set,
		at,
		go: (rung: number, options: commands.SetOptions = { elsewhere: "here today" }) =>
			write(commands.leaveFor(newId, view(), set(), at(rung), "own", options)),
		log(...attempts: Attempt[]) {
			for (const attempt of attempts) {
				const before = view();
				const now = set();
				const written = commands.attemptIn(newId, now, attempt, commands.restingWith(before, now));
				for (const [i, act] of written.entries())
					write(i < written.length - 1 ? act : [...act, ...afterStop(newId, before, now, attempt, [ladder])]);
			}
		},
	};
}
type Stage = ReturnType<typeof stageOf>;

const isRight = (called: string, answer: string) =>
	decisions.some((row) => row.situation === called && row.right[0]?.answer === answer);
const chose = (called: string, answer: string, cameOff?: boolean, more: Partial<Attempt> = {}): Attempt => ({
	...(isRight(called, answer) ? hit : miss),
	called,
	answer,
	...(cameOff === undefined ? {} : { cameOff }),
	...more,
});

/** Rung 1 as a warm-up, then from the bottom quickly up. */
function warmUp({ go, log, view, ladder }: Stage): void {
	go(1, { elsewhere: "warm-up" });
	log(chose("red", "pass"), chose("blue", "self"), chose("white", "hold"));
	const quick = quickUp(view(), ladder);
	go(1, { elsewhere: "here today", ...(quick ? { round: quick } : {}) });
	log(chose("red", "pass"), chose("blue", "pass"), chose("blue", "self"), chose("white", "hold"));
}

/** The peg's own rung: choices, results, a fault with its direction, and why; a cause ruled out, and a break. */
function onThePeg({ log, write, set, view, ladder }: Stage): void {
	log(
		chose("red", "pass", true),
		chose("blue", "pass", true, { off: [{ position: "ears", direction: "short" }] }),
		chose("blue", "pass", false),
		chose("blue", "pass", true, { why: "state" }),
	);
	write(commands.inSet(set(), "feedback", { type: "question", position: "ears", cue: null }));
	log(
		chose("blue", "self", true),
		chose("red", "pass", false),
		chose("white", "hold", true),
		chose("blue", "self", true),
	);
	const shown = { text: "shown", kind: "demonstration" } as const;
	write(commands.inSet(set(), "feedback", { type: "correction", position: null, cue: shown }));
	const ruledOut = { skill: "calls", cause: "ears-short-2", mark: "ruled out" } as const;
	write([{ kind: "cause.marked", student: ladder.student, body: ruledOut }]);
	log(
		chose("red", "pass", true, { committed: false }),
		chose("white", "hold", true),
		chose("blue", "self", true),
		chose("red", "pass", true),
	);
	write(commands.takeBreak(view(), set(), 3, "easier"));
	log(chose("red", "pass", true), chose("blue", "self", true));
}

/** Free choice, targets called in turn, a throw measured with its effort, bouts, and outcomes of the coach's own. */
function onOtherRungs({ go, log, write, view, set, newId, ladder }: Stage): void {
	go(3);
	log(
		{ ...hit, chose: "right", cameOff: true },
		{ ...miss, chose: "wrong", cameOff: true },
		{ ...hit, chose: "right", cameOff: false },
	);
	go(4);
	const thrown = (called: string, ...good: boolean[]) =>
		log(...good.map((one) => ({ ...(one ? hit : miss), called, off: one ? [] : [{ position: "lane" }] })));
	thrown("near", true, true, false);
	thrown("far", false, true, false);
	thrown("wall", false, false, true);
	go(5);
	const far = (value: number, effort: number, label: string): Attempt => ({
		...(value >= 6 ? hit : miss),
		measure: { value, unit: "m" },
		second: { value: 2 + effort / 10, of: "height, m" },
		effort,
		label,
	});
	log(far(5.5, 4, "short club"), far(6.4, 7, "short club"), far(6.8, 5, "long club"), far(7.1, 6, "long club"));
	write(feltBetter(view(), ladder.student, set().placing.rung, "long club"));
	go(6);
	log(hit, miss, hit, hit, miss, hit, miss, { ...miss, off: [{ position: "chin", name: "chin" }] });
	go(7);
	const came = (result: string, more: Partial<Attempt> = {}): Attempt => ({ ...hit, result, ...more });
	log(came("late"), came("drop"), came("saved", { off: [{ position: "eyes" }] }), came("clean"), came("clean"));
	write(commands.runUnder(newId, view(), set(), changedHere(set().placing, ladder, { watch: ["turn", "ears"] })));
	log(came("wrong"), came("clean"));
}

/** Free play without separate tries, and a drill thought of just then. */
function inPlay({ go, log, write, view, set, at, newId }: Stage): void {
	go(7, { elsewhere: "here today", stretch: true });
	for (const what of ["came", "taken", "taken", "came", "taken"] as const)
		write(commands.inSet(set(), "seen", { what }));
	write(commands.inSet(set(), "seen", { what: "off", position: "ears" }));
	const drill = improvised(newId(), "Backs to each other", at(7));
	write(commands.leaveFor(newId, view(), set(), drill, "own", { elsewhere: "here today" }));
	log(hit, miss, hit);
}

/** With Teodor: in turn by two, then every try both's. */
function together({ log, write, view, set, at, newId, others }: Stage): void {
	write(commands.leaveFor(newId, view(), set(), placeOn(others, others.peg), "own", { elsewhere: "here today" }));
	const first = set();
	write([commands.openSet(newId, at(2), "own", { inTurnWith: first.id, turn: 2 })]);
	for (let i = 0; i < 8; i++) log(i === 3 ? chose("red", "self", true) : chose("red", "pass", i % 3 > 0));
	write(commands.closeBoth(view(), set(), "moved on"));
	write([commands.openSet(newId, placeOn(others, others.peg), "own", { elsewhere: "here today" })]);
	const second = set();
	write([commands.openSet(newId, at(2), "own", { inTurnWith: second.id, joint: true })]);
	for (const one of [chose("blue", "self", true), chose("white", "hold", true)]) {
		const here = set();
		write([...(commands.attemptIn(newId, here, one)[0] ?? []), ...(commands.attemptIn(newId, second, one)[0] ?? [])]);
	}
}

/** Writes the lesson: Kasimir on his calls, Teodor for the last of it. */
export function scriptLessons(phone: Phone, ladder: PackLadder, others: PackLadder, next: string): void {
	const stage = stageOf(phone, ladder, others);
	const { newId, lesson, write } = phone;
	const opening = { minutes: 45, wish: "hear it out", quick: false };
	write(beginLesson(newId, lesson, opening, ladder.student, stage.at(2)));
	warmUp(stage);
	onThePeg(stage);
	onOtherRungs(stage);
	inPlay(stage);
	together(stage);
	wrapItUp(stage, next);
}

/** Asked through the positions, notes made, and the lesson closed. */
function wrapItUp({ write, view, ladder, others }: Stage, next: string): void {
	const ask = (id: string, how: "named it" | "told") => {
		const name = calls.positions.find((one) => one.id === id)?.name ?? "";
		write(askedFor(view(), ladder.student, { id, name }, how));
	};
	ask("ears", "named it");
	ask("lane", "told");
	write(ownMark(view(), ladder.student, { ladder: ladder.id, skill: ladder.skill }, 6));
	const done = view();
	const notes = [
		{ student: ladder.student, name: "Kasimir" },
		{ student: others.student, name: "Teodor" },
	].map(({ student, name }) => ({
		student,
		text: noteFor(
			name,
			"that day",
			wrapUp(done).filter((rung) => rung.student === student),
			{ marks: ownMarksIn(done, student) },
		),
	}));
	write([
		...done.sets.filter((one) => one.open).map((one) => commands.closeSet(one, "lesson over")),
		{
			kind: "lesson.closed",
			student: ladder.student,
			body: { remark: "Waits for the word now.", note: "", notes, next },
		},
	]);
}
