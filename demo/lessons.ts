import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { v7 } from "uuid";
import * as acts from "@/core/acts/acts";
import { adviseOn } from "@/core/advice";
import { foldRail } from "@/core/ladder/rail";
import { envelope, type LogEvent, sealEvent } from "@/core/log/event";
import { foldLesson, type LessonView } from "@/core/log/lesson";
import { noteFor } from "@/core/log/noteFor";
import { wrapUp } from "@/core/log/wrap";
import { type PackLadder, packLadder, placeOn } from "@/core/pack/pack";
import { dayWords } from "@/ui/dates";
import { type Body, dice, tryOnce } from "./model";
import { calendar, type DemoLadder, type DemoStudent, ladders, skills, students } from "./scenario";

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

	write(written: acts.Written, lesson: string | null): void {
		const drafts = written.map((draft) => ({ ...draft, lesson: draft.lesson ?? lesson, id: draft.id ?? this.newId() }));
		const act = drafts[0]?.id ?? "";
		const iso = new Date(this.time).toISOString();
		for (const draft of drafts) {
			const place = { act, device: this.device, dseq: this.events.length + 1, lamport: this.events.length + 1 };
			this.events.push(sealEvent(envelope(draft, place, { at: iso, tz: "UTC", localDay: iso.slice(0, 10) })));
		}
		this.time += 9000;
	}
}

const DAY = 86_400_000;

/**
 * The demo's log up to the day before `today`: a coach who mostly follows the advice,
 * students who learn as the model says. The same seed and day give the same log.
 */
export function demoLog(today: string, seed = 55): LogEvent[] {
	const roll = dice(xoroshiro128plus(seed));
	const phone = new DemoDevice("demo-phone", roll);
	const bodies = new Map(
		students.map((who) => [who.id, { who, ability: who.start, sinceCue: null, triesToday: 0 } as Body]),
	);
	const held: LessonView[] = [];
	for (const { daysAgo, student, ladders: on } of calendar) {
		phone.at(Date.parse(today) - daysAgo * DAY + 15.5 * 3_600_000);
		const body = bodies.get(student) as Body;
		// Between lessons a little is forgotten.
		Object.assign(body, { triesToday: 0, sinceCue: null, ability: body.ability - 0.06 });
		const later = calendar.find((one) => one.student === student && one.daysAgo < daysAgo);
		const next = later ? -later.daysAgo : body.who.nextIn;
		held.push(holdLesson(phone, body, on, held, dayFrom(today, next), later === undefined));
	}
	for (const who of students) keepInMind(phone, who, today);
	return phone.events;
}

const dayFrom = (today: string, days: number) => new Date(Date.parse(today) + days * DAY).toISOString().slice(0, 10);

function packed({ id, student, skill, ladder }: DemoLadder, held: readonly LessonView[]): PackLadder {
	const followed = skills[skill];
	if (!followed) throw new Error(`the scenario has no skill ${skill}`);
	return packLadder({ id, student, ladder, followed }, foldRail(id, ladder, held), null);
}

function holdLesson(
	phone: DemoDevice,
	body: Body,
	on: string[],
	held: readonly LessonView[],
	next: string,
	last: boolean,
): LessonView {
	const { roll, newId } = phone;
	const lesson = newId();
	const from = phone.events.length;
	const view = () => foldLesson(phone.events.slice(from));
	const write = (written: acts.Written) => phone.write(written, lesson);
	const packs = on.map((id) => packed(ladders.find((l) => l.id === id) as DemoLadder, held));
	packs.forEach((ladder, i) => {
		if (i === 0)
			write(
				acts.beginLesson(
					newId,
					lesson,
					{ minutes: 45, wish: last ? body.who.student.wish : "", quick: false },
					body.who.id,
					placeOn(ladder, ladder.peg),
				),
			);
		else write(acts.switchTo(newId, view().current, placeOn(ladder, ladder.peg)));
		workOn(phone, body, ladder, on.length === 1 ? 52 : 34, view, write);
	});
	if (last) for (const text of body.who.parked) write([{ kind: "parked", student: body.who.id, body: { text } }]);
	const done = view();
	const day = done.opened?.localDay ?? "";
	write([
		...done.sets.filter((set) => set.open).map((set) => acts.closeSet(set, "lesson over")),
		{
			kind: "lesson.closed",
			student: body.who.id,
			body: {
				remark: roll() < 0.4 ? "Shorter sets did more than more tries." : "",
				note: noteFor(body.who.student.name, dayWords(day), wrapUp(done), dayWords(next)),
				next,
			},
		},
	]);
	return view();
}

function workOn(
	phone: DemoDevice,
	body: Body,
	ladder: PackLadder,
	tries: number,
	view: () => LessonView,
	write: (w: acts.Written) => void,
): void {
	const { roll, newId } = phone;
	for (let n = 0; n < tries; n++) {
		let now = view();
		if (!now.current) return;
		for (const written of acts.attemptIn(newId, now.current, tryOnce(body, now.current, now, roll))) write(written);
		now = view();
		const set = now.current;
		if (!set) return;
		if (roll() < 0.02 + Math.max(0, body.triesToday - 40) * 0.004)
			write(acts.inSet(set, "state", { mark: roll() < 0.6 ? "tired" : "rushed" }));
		now = view();
		const advice = adviseOn(now, set);
		if (advice.act?.kind === "next") {
			write(acts.follow(newId, now, set, ladder, advice));
			return;
		}
		if (!advice.act) continue;
		if (roll() < 0.12 && advice.canSilence) {
			write(acts.overrule(now, set, advice));
			continue;
		}
		write(acts.follow(newId, now, set, ladder, advice));
		if (advice.act.kind === "cue" && advice.act.cue) {
			const heard = body.who.hears.includes(advice.act.cue.kind);
			if (roll() < (heard ? 0.85 : 0.3)) body.sinceCue = 0;
		}
		const after = view().current;
		const inSet = now.visits.find((v) => v.key === set.visit)?.tries.filter((t) => t.set === set.id).length ?? 0;
		if (after?.open && after.id === set.id && inSet >= set.placing.settings.triesPerSet)
			write([acts.closeSet(after, "rest")]);
	}
}

/** What was promised, made on the days before today. */
function keepInMind(phone: DemoDevice, who: DemoStudent, today: string): void {
	phone.at(Date.parse(today) - 2 * DAY + 18 * 3_600_000);
	for (const [text, due] of who.promised)
		phone.write([{ kind: "promise", student: who.id, body: { text, due: dayFrom(today, due) } }], null);
}
