import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { v7 } from "uuid";
import { type Advice, adviseOn } from "@/core/advice";
import * as commands from "@/core/commands";
import { beginLesson } from "@/core/commands/begin";
import { digestLadder } from "@/core/digest/ladderDigest";
import { digestLesson, type LessonDigest } from "@/core/digest/lessonDigest";
import { foldRail } from "@/core/ladder/rail";
import { appendEvent } from "@/core/log/append";
import { envelope, type LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import type { Attempt } from "@/core/log/kinds";
import { noteFor } from "@/core/log/noteFor";
import { hashEvent } from "@/core/log/parseEvent";
import { type LessonView, type SetView, visitOfSet } from "@/core/log/view";
import { wrapUp } from "@/core/log/wrap";
import type { PackLadder } from "@/core/pack/pack";
import { packLadder } from "@/core/pack/packLadder";
import { placeOn } from "@/core/pack/placing";
import { dayWords } from "@/ui/dates";
import { type Body, dice, hearCue, type Plants, restFor, tryOnce } from "./model";
import { type DemoLadder, type DemoStudent, ladders, remarks, skills, students } from "./scenario";
import { scriptedLadders, scriptLessons } from "./scripted";

/** A phone that writes a log: the same acts as the live lesson's, with a clock and dice that are given. */
class DemoDevice {
	readonly events: LogEvent[] = [];
	readonly newId: () => string;
	private time = 0;

	constructor(
		readonly device: string,
		readonly roll: () => number,
	) {
		this.newId = () =>
			v7({
				msecs: this.time,
				seq: Math.floor(roll() * 0x7fffffff),
				random: Uint8Array.from({ length: 16 }, () => Math.floor(roll() * 256)),
			});
	}

	at(time: number): void {
		this.time = time;
	}

	write(written: commands.Drafts, lesson: string | null): LogEvent[] {
		const drafts = written.map((draft) => ({ ...draft, lesson: draft.lesson ?? lesson, id: draft.id ?? this.newId() }));
		const act = drafts[0]?.id ?? "";
		const iso = new Date(this.time).toISOString();
		const from = this.events.length;
		for (const draft of drafts) {
			const place = { act, device: this.device, dseq: this.events.length + 1, lamport: this.events.length + 1 };
			this.events.push(hashEvent(envelope(draft, place, { at: iso, tz: "UTC", localDay: iso.slice(0, 10) })));
		}
		this.time += 9000;
		return this.events.slice(from);
	}
}

const DAY = 86_400_000;
export const WEEKS = 20;

interface Appointment {
	daysAgo: number;
	weeksAgo: number;
	who: DemoStudent;
	on: string[];
}

/** Every lesson held, oldest first: one a week for everybody, but for the weeks that were missed. */
export function calendar(): Appointment[] {
	return students
		.flatMap((who) => {
			const { offset, missed, turns } = who.lessons;
			return Array.from({ length: WEEKS }, (_, i) => WEEKS - i)
				.filter((weeksAgo) => !missed.includes(weeksAgo))
				.map((weeksAgo, n) => ({
					daysAgo: 7 * weeksAgo - offset,
					weeksAgo,
					who,
					on: turns[n % turns.length] ?? [],
				}));
		})
		.sort((a, b) => b.daysAgo - a.daysAgo || (a.who.id < b.who.id ? -1 : 1));
}

interface DemoOptions {
	seed?: number;
	/** Lessons, from the first one on. */
	atMost?: number;
	progress?: (done: number, of: number) => void;
	plants?: Plants;
}

/**
 * The demo's log up to the day before `today`: a coach who mostly follows the advice,
 * students who learn as the model says. The same seed and day give the same log.
 */
export function demoLog(
	today: string,
	{ seed = 6, atMost = Number.POSITIVE_INFINITY, progress = () => {}, plants = {} }: DemoOptions = {},
): LogEvent[] {
	const roll = dice(xoroshiro128plus(seed));
	const phone = new DemoDevice("demo-phone", roll);
	const bodies = new Map(
		students.map((who) => [
			who.id,
			{
				who,
				slump: {},
				day: 0,
				sinceCue: {},
				triesToday: 0,
				ability: Object.fromEntries(Object.entries(who.skills).map(([skill, gift]) => [skill, gift.start])),
			} as Body,
		]),
	);
	const held = new Map<string, LessonDigest[]>();
	const lastDay = new Map<string, number>();
	const lessons = calendar().slice(0, atMost);
	lessons.forEach(({ daysAgo, weeksAgo, who, on }, i) => {
		progress(i, lessons.length);
		phone.at(Date.parse(today) - daysAgo * DAY + 15.5 * 3_600_000);
		const body = bodies.get(who.id) as Body;
		restFor(body, (lastDay.get(who.id) ?? daysAgo + 7) - daysAgo, weeksAgo, roll);
		lastDay.set(who.id, daysAgo);
		const later = lessons.find((one) => one.who === who && one.daysAgo < daysAgo);
		const next = dayFrom(today, later ? -later.daysAgo : who.nextIn);
		const { lesson, view } = holdLesson({ phone, body, plants }, on, held, next, later === undefined);
		const digest = digestLesson(lesson, view);
		for (const ladder of on) held.set(ladder, [...(held.get(ladder) ?? []), digest]);
	});
	if (atMost >= lessons.length) tellOne(phone, today, held);
	for (const who of students) keepInMind(phone, who, today);
	return phone.events;
}

/** Days ago on which the lesson was held that is told by hand. */
export const SCRIPTED = 18;

function tellOne(phone: DemoDevice, today: string, held: ReadonlyMap<string, readonly LessonDigest[]>): void {
	phone.at(Date.parse(today) - SCRIPTED * DAY + 17.5 * 3_600_000);
	const { newId } = phone;
	const lesson = newId();
	const from = phone.events.length;
	const [one, other] = scriptedLadders.map(({ id }) => packed(find(id), held)) as [PackLadder, PackLadder];
	const write = (written: commands.Drafts) => phone.write(written, lesson);
	scriptLessons(
		{ newId, lesson, write, view: () => foldLesson(phone.events.slice(from)) },
		one,
		other,
		dayFrom(today, 7 - SCRIPTED),
	);
}

const dayFrom = (today: string, days: number) => new Date(Date.parse(today) + days * DAY).toISOString().slice(0, 10);

function packed(
	{ id, student, followed, ladder }: DemoLadder,
	held: ReadonlyMap<string, readonly LessonDigest[]>,
): PackLadder {
	const digest = digestLadder(id, held.get(id) ?? []);
	return packLadder({ id, student, ladder, followed }, foldRail(id, ladder, digest), null, {
		student: (students.find((one) => one.id === student) as (typeof students)[number]).student,
		skills: new Map(Object.entries(skills).map(([skill, { name }]) => [skill, name])),
	});
}

/** A ladder as it was taught: its rules were changed after the last lesson. */
function find(id: string): DemoLadder {
	const one = ladders.find((ladder) => ladder.id === id) as DemoLadder;
	return { ...one, ladder: one.before ?? one.ladder };
}
const oneOf = <T>(list: readonly T[], roll: () => number): T | undefined => list[Math.floor(roll() * list.length)];

function holdLesson(
	{ phone, body, plants }: Pick<Work, "phone" | "body" | "plants">,
	on: string[],
	held: ReadonlyMap<string, readonly LessonDigest[]>,
	next: string,
	last: boolean,
): { lesson: string; view: LessonView } {
	const { roll, newId } = phone;
	const { who } = body;
	const lesson = newId();
	const from = phone.events.length;
	const view = growing(phone, from);
	const write = (written: commands.Drafts) => phone.write(written, lesson);
	const wish = last ? who.student.wish : roll() < 0.4 ? (oneOf(who.wishes, roll) ?? "") : "";
	on.forEach((id, i) => {
		const ladder = packed(find(id), held);
		const placing = placeOn(ladder, ladder.peg);
		if (i === 0) write(beginLesson(newId, lesson, { minutes: 45, wish, quick: false }, who.id, placing));
		else write(commands.switchTo(newId, view().current, placing));
		promote(phone, ladder, view, write);
		workOn({ phone, body, plants, ladder, on: find(id), tries: on.length === 1 ? 58 : 36, view, write });
	});
	for (const text of last ? who.parked : who.later.filter(() => roll() < 0.08))
		parkOrPromise(phone, who, lesson, text, last);
	const done = view();
	const day = done.opened?.localDay ?? "";
	write([
		...done.sets.filter((set) => set.open).map((set) => commands.closeSet(set, "lesson over")),
		{
			kind: "lesson.closed",
			student: who.id,
			body: {
				remark: roll() < 0.3 ? (oneOf(remarks, roll) ?? "") : "",
				note: noteFor(who.student.name, dayWords(day), wrapUp(done), { next: dayWords(next) }),
				next,
			},
		},
	]);
	return { lesson, view: view() };
}

/** The lesson as it stands, kept up event by event as a phone does it, and folded anew where that cannot be. */
function growing({ events }: DemoDevice, from: number): () => LessonView {
	let view = foldLesson([]);
	let upTo = from;
	return () => {
		if (upTo === events.length) return view;
		const grown = events.slice(upTo).reduce<LessonView | null>((so, event) => so && appendEvent(so, event), view);
		view = grown ?? foldLesson(events.slice(from));
		upTo = events.length;
		return view;
	};
}

/** Noticed and left alone, or promised; what is not of the last lesson was dealt with since. */
function parkOrPromise(phone: DemoDevice, who: DemoStudent, lesson: string, text: string, stays: boolean): void {
	const { id: student } = who;
	const [made] = phone.write(
		stays || phone.roll() < 0.5
			? [{ kind: "parked", student, body: { text } }]
			: [{ kind: "promise", student, body: { text, due: dayFrom(phone.events.at(-1)?.localDay ?? "", 7) } }],
		lesson,
	);
	if (stays || !made) return;
	phone.write(
		made.kind === "parked"
			? [{ kind: "unparked", student, body: { parked: made.id } }]
			: [{ kind: "promise.kept", student, body: { promise: made.id } }],
		null,
	);
}

/** Where the dose is fixed the coach promotes: here, after the rule was met on three days. */
function promote(phone: DemoDevice, ladder: PackLadder, view: Work["view"], write: Work["write"]): void {
	if (ladder.policy !== "fixed dose") return;
	const at = ladder.rungs.findIndex((rung) => rung.id === ladder.peg);
	const above = ladder.rungs[at + 1];
	if (!above || (ladder.holes[at]?.metDays.length ?? 0) < 3) return;
	const now = view();
	const move = { from: ladder.peg, reason: "by hand", evidence: [] } as const;
	write(commands.movePeg(phone.newId, now, now.current, ladder, above.id, move));
}

const waitsThrough = new Set(["too-easy", "same-miss"]);
const LOOK_BACK = 12;

interface Work {
	phone: DemoDevice;
	body: Body;
	plants: Plants;
	ladder: PackLadder;
	on: DemoLadder;
	tries: number;
	view: () => LessonView;
	write: (written: commands.Drafts) => LogEvent[];
}

/** So many tries, each with what the coach makes of it. */
function workOn(work: Work): void {
	const { phone, body, on, plants, view, write } = work;
	const { roll, newId } = phone;
	let tries = work.tries;
	let lookedBack = false;
	for (let n = 0; n < tries; n++) {
		const before = view();
		if (!before.current) return;
		const attempt = tryOnce(body, { set: before.current, view: before, skill: on.skill, from: on.from, plants }, roll);
		for (const written of commands.attemptIn(newId, before.current, attempt)) write(written);
		const set = view().current;
		if (!set) return;
		if (roll() < 0.015 + Math.max(0, body.triesToday - body.who.tires) * 0.006)
			write(commands.inSet(set, "state", { mark: roll() < 0.6 ? "tired" : roll() < 0.7 ? "rushed" : "tense" }));
		const heeded = heed(work, set, attempt, tries - n, lookedBack);
		if (heeded === "enough") return;
		if (heeded === "looked back") {
			lookedBack = true;
			tries = Math.min(tries, n + 1 + LOOK_BACK);
		} else endFullSet(work, set);
	}
}

/** What the coach does after a try: mostly what is advised, sometimes not. */
function heed(work: Work, set: SetView, attempt: Attempt, left: number, lookedBack: boolean) {
	const { phone, body, ladder, view, write } = work;
	const { roll, newId } = phone;
	const now = view();
	const said = adviseOn(now, set);
	// Whoever finds it easy, or misses the same again, is left to it: this coach waits for the rule.
	const waits = waitsThrough.has(said.line) || (said.line === "step-up" && ladder.id === work.plants.coaster);
	const advice = waits ? { ...said, act: null } : said;
	if (advice.act?.kind === "next") return atTheEnd(work, set, advice, left, lookedBack);
	if (advice.act) {
		if (roll() < 0.12 && advice.canSilence) write(commands.overrule(now, set, advice));
		else {
			write(commands.follow(newId, now, set, ladder, advice));
			if (advice.act.kind === "cue" && advice.act.cue)
				hearCue(body, advice.act.position ?? "", advice.act.cue.kind, roll);
		}
	} else if (attempt.result === "hit" && attempt.off.length === 0 && roll() < 0.03)
		write(commands.inSet(set, "feedback", { type: "confirmation", position: null, cue: null }));
	return "on";
}

/** The rung is at its end for today: a few tries more, a look at the rung below where time is left, or enough. */
function atTheEnd(work: Work, set: SetView, advice: Advice, left: number, lookedBack: boolean) {
	const { phone, ladder, view, write } = work;
	if (phone.roll() < 0.1 && left > 12) {
		write(commands.inSet(set, "limit.changed", { rung: set.placing.rung, by: 6 }));
		return "on";
	}
	write(commands.follow(phone.newId, view(), set, ladder, advice));
	const below = ladder.rungs[ladder.rungs.findIndex((rung) => rung.id === set.placing.rung) - 1];
	if (lookedBack || !below || left < 15) return "enough";
	write(commands.switchTo(phone.newId, view().current, placeOn(ladder, below.id)));
	return "looked back";
}

function endFullSet({ view, write }: Work, set: SetView): void {
	const { current, visits } = view();
	const inSet = visitOfSet({ visits }, set)?.tries.filter((one) => one.set === set.id).length ?? 0;
	if (current?.open && current.id === set.id && inSet >= set.placing.settings.triesPerSet)
		write([commands.closeSet(current, "rest")]);
}

/** What was promised, made on the days before today. */
function keepInMind(phone: DemoDevice, who: DemoStudent, today: string): void {
	phone.at(Date.parse(today) - 2 * DAY + 18 * 3_600_000);
	for (const [text, due] of who.promised)
		phone.write([{ kind: "promise", student: who.id, body: { text, due: dayFrom(today, due) } }], null);
}
