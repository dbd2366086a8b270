import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { v7 } from "uuid";
import { hashOf } from "@/core/hash/hash";
import { type EventDraft, envelope, type LogEvent } from "@/core/log/event";
import { hashEvent } from "@/core/log/parseEvent";
import { isFor } from "@/core/practice/askedOn";
import { type Assignment, type PracticeItem, USUAL } from "@/core/practice/assignment";
import { itemFromRung } from "@/core/practice/fromRung";
import { dayAfter, weekdayOf } from "@/core/text/fields";
import { dice } from "./model";
import { ladders, skills, students } from "./scenario";

/** What two of the demo's students do at home, and what came of it over the last weeks. */

interface AtHome {
	student: string;
	ladder: string;
	/** Places of rungs on that ladder. */
	rungs: readonly number[];
	weeks: number;
	days: readonly number[];
	/** Days of those asked for that were done. */
	keeps: number;
	/** Rates at the beginning and now. */
	rates: readonly [number, number];
	note: string;
	most: number | null;
	words: Assignment["words"];
	helper: Assignment["helper"];
	/** Said so many entries ago, and the coach's word to it; null where it still waits. */
	said: readonly { ago: number; remark: string; answer: string | null }[];
}

const atHome: readonly AtHome[] = [
	{
		student: "nimue",
		ladder: "nimue-balls",
		rungs: [3, 1],
		weeks: 6,
		days: [0, 1, 3, 5],
		keeps: 0.75,
		rates: [0.5, 0.78],
		note: "Short and often. Both hands start, turn about.",
		most: 60,
		words: [
			{ word: "crown", meaning: "the highest point of a throw, where the ball hardly moves" },
			{ word: "scoop", meaning: "the small round way of the hand before it lets go" },
		],
		helper: {
			feed: "Nothing to feed. Sit where you see both hands, and pick up what falls.",
			counts: "Both balls are caught, and both rose as high as the brow. Not sure: it does not count.",
			cautions: "Room all around, no lamp overhead, shoes on.",
			stop: "After sixty tries, when an arm aches, or when it is no fun any more.",
		},
		said: [
			{
				ago: 9,
				remark: "The left one goes forward all the time",
				answer: "Stand a hand's width from the wall; it will go up.",
			},
			{ ago: 0, remark: "May I try it with the heavy ones?", answer: null },
		],
	},
	{
		student: "isolde",
		ladder: "isolde-clubs",
		rungs: [4],
		weeks: 3,
		days: [0, 2, 4, 6],
		keeps: 0.6,
		rates: [0.6, 0.66],
		note: "",
		most: null,
		words: [],
		helper: { feed: "", counts: "", cautions: "", stop: "" },
		said: [],
	},
];

const PLACE = ["garden", "kitchen", "yard"];

export interface DemoPractice {
	assignments: { id: string; key: string; assignment: Assignment }[];
	events: LogEvent[];
}

export function demoPractice(today: string): DemoPractice {
	const made: DemoPractice = { assignments: [], events: [] };
	for (const [i, one] of atHome.entries()) {
		const id = `${one.student}-practice`;
		const from = dayAfter(today, -7 * one.weeks);
		const assignment: Assignment = {
			student: one.student,
			from,
			note: one.note,
			items: one.rungs.flatMap((rung, n) => itemOf(one, rung, `${id}-${n + 1}`, today)),
			words: one.words,
			most: one.most,
			helper: one.helper,
			thresholds: USUAL,
		};
		// The demo is nobody's: its key may be known.
		made.assignments.push({ id, key: Buffer.from(hashOf(id), "hex").toString("base64url"), assignment });
		made.events.push(...came(one, id, assignment, today, 7919 + i));
	}
	return made;
}

function itemOf({ ladder: id, student, days }: AtHome, at: number, newId: string, today: string): PracticeItem[] {
	const row = ladders.find((one) => one.id === id);
	const who = students.find((one) => one.id === student);
	const rung = row?.ladder.rungs[at];
	const skill = row && skills[row.skill];
	if (!row || !who || !rung || !skill) throw new Error(`${id} has no rung ${at}`);
	const sides = { side: row.ladder.side, strong: who.student.strongSide };
	// Whoever looks at the demo finds something to do on the day.
	const onDays = [...new Set([...days, weekdayOf(today)])].sort();
	return [{ ...itemFromRung(rung, { ladder: id, of: row.ladder, skill, sides }, newId), days: onDays }];
}

/** Entry by entry, as the student's page would have sent them. */
function came(one: AtHome, device: string, assignment: Assignment, today: string, seed: number): LogEvent[] {
	const roll = dice(xoroshiro128plus(seed));
	const events: LogEvent[] = [];
	const write = (draft: EventDraft, day: string): string => {
		const at = `${day}T17:${String(10 + (events.length % 45)).padStart(2, "0")}:00.000Z`;
		const id = v7({
			msecs: Date.parse(at),
			seq: events.length,
			random: Uint8Array.from({ length: 16 }, () => Math.floor(roll() * 256)),
		});
		const place = { act: id, device, dseq: events.length + 1, lamport: events.length + 1 };
		const actor = draft.kind === "practice.answered" ? "coach" : "link";
		events.push(
			hashEvent(envelope({ ...draft, id, student: one.student }, place, { at, tz: "UTC", localDay: day }, actor)),
		);
		return id;
	};
	const targets = new Map(assignment.items.map(({ id, target }) => [id, target]));
	const under = new Map<string, number[]>();
	const done: { item: PracticeItem; day: string }[] = [];
	for (let day = assignment.from; day < today; day = dayAfter(day, 1))
		for (const item of assignment.items) if (isFor(item, day) && roll() < one.keeps) done.push({ item, day });
	done.forEach(({ item, day }, n) => {
		const [first, last] = one.rates;
		const rate = first + ((last - first) * n) / Math.max(1, done.length - 1);
		const good = Array.from({ length: item.dose }, roll).filter((u) => u < rate).length;
		const target = targets.get(item.id) ?? item.target;
		const said = one.said.find(({ ago }) => ago === done.length - 1 - n);
		const entry = write(
			{
				kind: "practice",
				ladder: item.ladder ?? "",
				rung: item.rung ?? "",
				body: {
					assignment: device,
					item: item.id,
					what: item.name,
					by: "link",
					day,
					place: PLACE[n % PLACE.length] as string,
					tries: item.dose,
					good,
					target,
					dose: item.dose,
					minutes: 6 + Math.floor(roll() * 8),
					felt: 2 + Math.floor(roll() * 3),
					check: null,
					remark: said?.remark ?? "",
				},
			},
			day,
		);
		if (said?.answer) write({ kind: "practice.answered", body: { assignment: device, entry, text: said.answer } }, day);
		const five = [...(under.get(item.id) ?? []), good].slice(-USUAL.of);
		under.set(item.id, five);
		// The student took up what the page suggested, but for what it suggests now.
		if (n < done.length - 3 && five.length === USUAL.of && five.every((one) => one >= target) && target < item.dose) {
			targets.set(item.id, Math.min(item.dose, target + item.step));
			under.set(item.id, []);
			write(
				{
					kind: "practice.target",
					ladder: item.ladder ?? "",
					rung: item.rung ?? "",
					body: { assignment: device, item: item.id, target: Math.min(item.dose, target + item.step), by: "student" },
				},
				day,
			);
		}
	});
	return events;
}
