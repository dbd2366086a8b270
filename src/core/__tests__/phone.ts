import * as acts from "@/core/acts/acts";
import { type Advice, adviseOn } from "@/core/advice";
import type { Later } from "@/core/advice/line";
import { digestLadder } from "@/core/ladder/digest";
import type { Ladder, Policy } from "@/core/ladder/ladder";
import { foldRail, type Rail } from "@/core/ladder/rail";
import { freshRung, type RungSettings } from "@/core/ladder/rung";
import { digestLesson } from "@/core/log/digest";
import { type Draft, envelope, type LogEvent, sealEvent } from "@/core/log/event";
import type { Attempt, Placing } from "@/core/log/kinds";
import { foldLesson, type LessonView, type SetView, type Visit } from "@/core/log/lesson";
import type { PackLadder } from "@/core/pack/pack";
import { placeOn } from "@/core/pack/pack";
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
		rungs: names.map((name, i) => ({ id: `r${i + 1}`, settings: settingsWith({ name, ...change }) })),
		peg: "r2",
		holes: names.map((_, i) => ({ rung: `r${i + 1}`, state: "open", tried, metDays: [], best: null })),
		last: null,
	};
}

export class Phone {
	readonly events: LogEvent[] = [];
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
	write(written: acts.Written): string[] {
		const drafts = written.map((draft: Draft) => ({
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
				dseq: this.events.filter((e) => e.device === this.device).length + 1,
				lamport: this.seenLamport,
			};
			this.events.push(
				sealEvent(envelope(draft, place, { at: "2026-03-01T10:00:00.000Z", tz: "UTC", localDay: "2026-03-01" })),
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
		return this.view().current as SetView;
	}
	visit(): Visit {
		const view = this.view();
		return view.visits.find((v) => v.key === view.current?.visit) as Visit;
	}
	advice(later: Later = {}): Advice {
		return adviseOn(this.view(), this.set(), later);
	}

	begin(ladder: PackLadder, rung = ladder.peg): this {
		return this.beginAt(placeOn(ladder, rung));
	}
	beginAt(placing: Placing): this {
		this.write(
			acts.beginLesson(this.newId, this.lesson, { minutes: 45, wish: "", quick: false }, placing.student, placing),
		);
		return this;
	}

	attempt(attempt: Attempt): string {
		return acts
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
			const off = (position: string, direction?: "short" | "beyond") =>
				this.attempt({ result: "miss", off: [{ position, ...(direction ? { direction } : {}) }], judged: true });
			const say = (type: "correction" | "question" | "confirmation", position: string) =>
				this.write(acts.inSet(this.set(), "feedback", { type, position, cue: null }));
			if (mark === "g") this.attempt({ result: "hit", off: [], judged: true });
			else if (mark === "x") this.attempt({ result: "miss", off: [], judged: false });
			else if (mark === "m") this.attempt({ result: "miss", off: [], judged: true });
			else if (mark === "n") this.attempt({ result: "hit", off: [], judged: false, noCount: true });
			else if ("123".includes(mark)) off(`p${mark}`);
			else if (mark === "a") off("p1", "short");
			else if (mark === "A") off("p1", "beyond");
			else if (mark === "c") say("correction", "p1");
			else if (mark === "d") say("correction", "p2");
			else if (mark === "q") say("question", "p1");
			else if (mark === "k") say("confirmation", "p1");
			else if (mark === "t") this.write(acts.inSet(this.set(), "state", { mark: "tired" }));
			else if (mark === "r") this.write(acts.inSet(this.set(), "state", { mark: "rushed" }));
			else if (mark === "s") this.write(acts.inSet(this.set(), "state", { mark: "distracted" }));
			else throw new Error(`no such mark: ${mark}`);
		}
		return this;
	}

	follow(ladder: PackLadder): this {
		this.write(acts.follow(this.newId, this.view(), this.set(), ladder, this.advice()));
		return this;
	}
	otherwise(): this {
		this.write(acts.overrule(this.view(), this.set(), this.advice()));
		return this;
	}
	undo(): this {
		const last = acts.lastAct(this.view(), this.device);
		if (last) this.write(acts.takeBack(last.targets));
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
