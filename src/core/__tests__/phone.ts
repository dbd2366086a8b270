import { type Advice, adviseOn } from "@/core/advice";
import type { AdviceContext } from "@/core/advice/line";
import * as commands from "@/core/commands";
import { beginLesson } from "@/core/commands/begin";
import { digestLadder } from "@/core/digest/ladderDigest";
import { digestLesson } from "@/core/digest/lessonDigest";
import type { Ladder, Policy } from "@/core/ladder/ladder";
import { foldRail, type Rail } from "@/core/ladder/rail";
import { freshRung, type RungSettings } from "@/core/ladder/rung";
import { appendEvent } from "@/core/log/append";
import { type EventDraft, envelope, type LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import type { Attempt, Placing } from "@/core/log/kinds";
import { hashEvent } from "@/core/log/parseEvent";
import type { LessonView, SetView, Visit } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { versioned } from "@/core/pack/packLadder";
import { placeOn } from "@/core/pack/placing";
import type { KeyPosition } from "@/core/skill/skill";

/** Test helpers: a phone that writes a log, and a ladder to write it on. */

export const positions: KeyPosition[] = [
	{
		id: "p1",
		name: "First",
		short: "first",
		tell: "",
		cues: [
			{ text: "on it", kind: "on the body" },
			{ text: "out there", kind: "outside" },
		],
		fault: "",
		origin: null,
	},
	{
		id: "p2",
		name: "Second",
		short: "second",
		tell: "",
		cues: [{ text: "like a cat", kind: "image" }],
		fault: "",
		origin: "p1",
	},
	{ id: "p3", name: "Third", short: "third", tell: "", cues: [], fault: "", origin: null },
];

export const settingsWith = (change: Partial<RungSettings> = {}): RungSettings => ({
	...freshRung("Middle"),
	gate: "both",
	watch: ["p1", "p2", "p3"],
	rule: { kind: "rolling", k: 9, n: 12 },
	limit: 36,
	easier: "slower",
	...change,
});

export function ladderWith(change: Partial<RungSettings> = {}, policy: Policy = "mastery", tried = 20): PackLadder {
	const names = ["Low", "Middle", "High"];
	return {
		id: "ladder",
		student: "student",
		skill: "Skill",
		side: "left",
		policy,
		positions,
		rungs: versioned(names.map((name, i) => ({ id: `r${i + 1}`, settings: settingsWith({ name, ...change }) }))),
		peg: "r2",
		holes: names.map((_, i) => ({ rung: `r${i + 1}`, state: "open", tried, metDays: [], best: null })),
		last: null,
	};
}

export class Phone {
	readonly events: LogEvent[] = [];
	private grown: { of: number; view: LessonView | null } = { of: 0, view: null };
	private seenLamport = 0;
	private ids = 0;

	constructor(
		readonly device = "phone",
		readonly lesson = "lesson",
	) {}

	newId = (): string => {
		this.ids += 1;
		return `${this.device}-${this.ids}`;
	};

	/** Writes one act and gives its ids. */
	write(written: commands.Drafts): string[] {
		const drafts = written.map((draft: EventDraft) => ({
			...draft,
			lesson: draft.lesson ?? this.lesson,
			id: draft.id ?? this.newId(),
		}));
		const act = drafts[0]?.id ?? "";
		return drafts.map((draft) => {
			this.seenLamport += 1;
			const place = {
				act,
				device: this.device,
				dseq: (this.events.findLast((e) => e.device === this.device)?.dseq ?? 0) + 1,
				lamport: this.seenLamport,
			};
			this.events.push(
				hashEvent(envelope(draft, place, { at: "2026-03-01T10:00:00.000Z", tz: "UTC", localDay: "2026-03-01" })),
			);
			return draft.id;
		});
	}

	/** Takes in another device's events, as a pull does. */
	learn(events: readonly LogEvent[]): void {
		const here = new Set(this.events.map((e) => e.id));
		for (const event of events) {
			if (!here.has(event.id)) this.events.push(event);
			this.seenLamport = Math.max(this.seenLamport, event.lamport);
		}
	}

	own(): LogEvent[] {
		return this.events.filter((event) => event.device === this.device);
	}

	view(): LessonView {
		return foldLesson(this.events);
	}
	set(): SetView {
		return this.grownView().current as SetView;
	}
	/** As a device does it: what was written since is taken into the view that was there; folded anew where that cannot be. */
	private grownView(): LessonView {
		const { of, view: before } = this.grown;
		const since = this.events.slice(of);
		const grown = since.reduce<LessonView | null>((view, event) => view && appendEvent(view, event), before);
		const view = grown ?? this.view();
		this.grown = { of: this.events.length, view };
		return view;
	}
	visit(): Visit {
		const view = this.view();
		return view.visits.find((v) => v.key === view.current?.visit) as Visit;
	}
	advice(context: AdviceContext = {}): Advice {
		return adviseOn(this.view(), this.set(), context);
	}

	begin(ladder: PackLadder, rung = ladder.peg): this {
		return this.beginAt(placeOn(ladder, rung));
	}
	beginAt(placing: Placing): this {
		this.write(beginLesson(this.newId, this.lesson, { minutes: 45, wish: "", quick: false }, placing.student, placing));
		return this;
	}

	attempt(attempt: Attempt): string {
		return commands
			.attemptIn(this.newId, this.set(), attempt)
			.flatMap((act) => this.write(act))
			.at(-1) as string;
	}

	/**
	 * A row of tries and other marks: g good, x missed untagged and not judged, m missed
	 * with form fine, 1 2 3 that position off, a A short of / beyond for the first one,
	 * n no count, c correction on the first position, d on the second, k confirmation,
	 * q question, t tired, r rushed, s distracted.
	 */
	row(marks: string): this {
		for (const mark of marks) {
			const does = this.marks[mark];
			if (!does) throw new Error(`no such mark: ${mark}`);
			does();
		}
		return this;
	}
	private readonly marks: Readonly<Record<string, () => unknown>> = {
		g: () => this.attempt({ result: "hit", off: [], judged: true }),
		x: () => this.attempt({ result: "miss", off: [], judged: false }),
		m: () => this.attempt({ result: "miss", off: [], judged: true }),
		n: () => this.attempt({ result: "hit", off: [], judged: false, noCount: true }),
		...Object.fromEntries(["1", "2", "3"].map((n) => [n, () => this.missed({ position: `p${n}` })])),
		a: () => this.missed({ position: "p1", direction: "short" }),
		A: () => this.missed({ position: "p1", direction: "beyond" }),
		c: () => this.said("correction", "p1"),
		d: () => this.said("correction", "p2"),
		q: () => this.said("question", "p1"),
		k: () => this.said("confirmation", "p1"),
		t: () => this.write(commands.inSet(this.set(), "state", { mark: "tired" })),
		r: () => this.write(commands.inSet(this.set(), "state", { mark: "rushed" })),
		s: () => this.write(commands.inSet(this.set(), "state", { mark: "distracted" })),
	};
	private missed(off: Attempt["off"][number]): string {
		return this.attempt({ result: "miss", off: [off], judged: true });
	}
	private said(type: "correction" | "question" | "confirmation", position: string): unknown {
		return this.write(commands.inSet(this.set(), "feedback", { type, position, cue: null }));
	}

	follow(ladder: PackLadder): this {
		this.write(commands.follow(this.newId, this.view(), this.set(), ladder, this.advice()));
		return this;
	}
	otherwise(): this {
		this.write(commands.overrule(this.view(), this.set(), this.advice()));
		return this;
	}
	undo(): this {
		const last = commands.lastAct(this.view(), this.device);
		if (last) this.write(commands.takeBack(last.targets));
		return this;
	}
}

/** A ladder's rail straight from lessons as they were folded. */
export function railOver(id: string, ladder: Ladder, lessons: readonly LessonView[]): Rail {
	return foldRail(id, ladder, digestsOver(id, lessons));
}

export const digestsOver = (id: string, lessons: readonly LessonView[]) =>
	digestLadder(
		id,
		lessons.map((view) => digestLesson(view.opened?.lesson ?? "", view)),
	);
