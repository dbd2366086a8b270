import { Phone } from "@/core/__tests__/phone";
import { emptyStudio, live, onLadder, store, student, url } from "@/store/__tests__/smallStudio";
import { storeAt } from "@/store/db";
import { pushEvents } from "@/store/events";
import { addLadder, findLadder, saveLadder } from "@/store/ladders";
import { saveStudent } from "@/store/students";
import { readCalendar } from "./readCalendar";
import { readCare } from "./readCare";
import { readFind } from "./readFind";
import { readCard, readCoach, readLadder, readLadderChoices, readLadders } from "./readLadders";
import { readLesson } from "./readLesson";
import { readAllLoads, readLoad } from "./readLoad";
import { readMonth } from "./readMonth";
import { readPlan, readPlans } from "./readPlans";
import { readPractice, readPracticeList } from "./readPractice";
import { readProgress } from "./readProgress";
import { readReport } from "./readReport";
import { readSeason } from "./readSeason";
import { readNewSkill, readSkill, readSkills } from "./readSkills";
import { readClimbers } from "./readStations";
import { readStudent, readStudentLessons, readStudents } from "./readStudents";
import { readStudio } from "./readStudio";
import { readToday } from "./readToday";

/** What each page asks, of a studio without anything, of one with a lesson, and of one with many. */

const MANY = 10;
/** Ida and Zoë, who has had no lesson. */
const TWO = 2;
/** As many as Today shows. */
const EIGHT = 8;

/** Ten more with a ladder each, and a lesson each of five good ones. */
async function many(): Promise<void> {
	const ladder = (await findLadder(store, "ladder"))?.ladder;
	if (!ladder) throw new Error("no ladder");
	for (let i = 0; i < MANY; i++) {
		const [id, rungs] = [`s${i}`, `l${i}`];
		await saveStudent(store, { ...student, name: `Student ${i}` }, null, id);
		await addLadder(store, id, "skill", ladder, rungs);
		const phone = new Phone(`phone-${i}`, `lesson-${i}`).begin({ ...onLadder, id: rungs, student: id }, "r1");
		await pushEvents(store, phone.device, phone.row("ggggg").events);
	}
}

type Row = [reader: string, asked: () => Promise<unknown>, none: unknown, one: unknown, ten: unknown];
const rows: Row[] = [
	["today: students", async () => (await readToday("2026-03-02")).students.length, 0, TWO, EIGHT],
	[
		"today: the last lesson of the first",
		async () => (await readToday("2026-03-02")).students[0]?.ladders[0]?.last?.tries ?? null,
		null,
		7,
		7,
	],
	["students", async () => (await readStudents()).map(({ last }) => last).filter(Boolean).length, 0, 1, 1 + MANY],
	["a student", async () => (await readStudent("student"))?.ladders.length ?? null, null, 1, 1],
	["their lessons", async () => (await readStudentLessons("student", null))?.lessons.length ?? null, null, 1, 1],
	["then and now", async () => (await readProgress("student"))?.lessons ?? null, null, 1, 1],
	[
		"a report",
		async () => (await readReport("student"))?.ladders[0]?.passed ?? null,
		null,
		["With help"],
		["With help"],
	],
	["a season", async () => (await readSeason("student"))?.ladders.length ?? null, null, 1, 1],
	["a load", async () => (await readLoad("student"))?.limits ?? null, null, [], []],
	["all loads", async () => (await readAllLoads()).day.length, 10, 10, 10],
	["ladders", async () => (await readLadders()).length, 0, TWO, TWO + MANY],
	["a ladder", async () => (await readLadder("ladder"))?.ladder.rungs.length ?? null, null, 3, 3],
	["a card", async () => (await readCard("ladder"))?.student.name ?? null, null, "Ida", "Ida"],
	["what a ladder may be for", async () => (await readLadderChoices()).students.length, 0, TWO, TWO + MANY],
	["the coach", async () => (await readCoach()).at.id, "coach", "coach", "coach"],
	["care", async () => (await readCare()).at.id, "coach", "coach", "coach"],
	["a lesson", async () => (await readLesson("lesson"))?.view.visits.length ?? null, null, 1, 1],
	["a plan", () => readPlan("none"), null, null, null],
	["plans", async () => (await readPlans("2026-03-02")).students.length, 0, TWO, TWO + MANY],
	["practice of one", () => readPractice("none"), null, null, null],
	["practice", async () => (await readPracticeList()).students.length, 0, TWO, TWO + MANY],
	["skills", async () => (await readSkills()).map(({ name }) => name), [], ["Skill"], ["Skill"]],
	[
		"a skill",
		async () => (await readSkill("skill"))?.followed ?? null,
		null,
		{ ladders: 2, older: 0, watching: 2 },
		{
			ladders: 2 + MANY,
			older: 0,
			watching: 2 + MANY,
		},
	],
	["a new skill", async () => (await readNewSkill("new")).followed.ladders, 0, 0, 0],
	[
		"who works where",
		async () => (await readClimbers()).map(({ ladders }) => ladders.length),
		[],
		[1, 1],
		Array(12).fill(1),
	],
	["the studio", async () => (await readStudio()).rungs.length, 0, 3 * TWO, 3 * (TWO + MANY)],
	["the month", async () => (await readMonth("2026-03")).rows.length, 0, 1, 1 + MANY],
	["the calendar", async () => (await readCalendar()).students.length, 0, TWO, TWO + MANY],
	[
		"what is found",
		async () => (await readFind("tape")).groups.map(({ name }) => name),
		[],
		["Said and noted"],
		["Said and noted"],
	],
	["nothing asked for", async () => (await readFind("")).groups, [], [], []],
];

const asked = async (address: string): Promise<Record<string, unknown>> => {
	process.env.DATABASE_URL = address;
	try {
		const facts: Record<string, unknown> = {};
		for (const [reader, ask] of rows) facts[reader] = await ask();
		return facts;
	} finally {
		(await storeAt(address)).close();
		delete process.env.DATABASE_URL;
	}
};
const told = (column: 2 | 3 | 4) => Object.fromEntries(rows.map((row) => [row[0], row[column]]));

test("of a studio without anything: nothing, and no page fails", async () => {
	const { address, other } = await emptyStudio();
	other.close();
	expect(await asked(address)).toEqual(told(2));
});

test("of two students, one of whom had a lesson", async () => {
	await live();
	expect(await asked(url())).toEqual(told(3));
});

test("of twelve with a ladder each", async () => {
	await live();
	await many();
	expect(await asked(url())).toEqual(told(4));
});

test("Today reads names out for the side and the hand, and tells a student's two ladders apart", async () => {
	await live();
	const row = await findLadder(store, "ladder");
	if (!row) throw new Error("no ladder");
	const rungs = row.ladder.rungs.map((rung) => ({
		...rung,
		settings: { ...rung.settings, name: `${rung.settings.name}, {this} hand` },
	}));
	await saveLadder(store, { ...row.ladder, rungs }, { id: "ladder", rev: row.rev });
	await addLadder(store, "student", "skill", { ...row.ladder, side: "right" }, "other-side");
	await addLadder(store, "student", "skill", { ...row.ladder, name: "For the show" }, "named");
	process.env.DATABASE_URL = url();
	try {
		const { students } = await readToday("2026-03-02");
		const ladders = students.find(({ id }) => id === "student")?.ladders ?? [];
		expect(ladders.map(({ what }) => what).sort()).toEqual(["For the show", "Skill, left", "Skill, right"]);
		expect(ladders.find(({ id }) => id === "ladder")?.rail.holes[0]?.name).toBe("With help, left hand");
		expect(JSON.stringify(students)).not.toMatch(/\{\w+\}/);
	} finally {
		(await storeAt(url())).close();
		delete process.env.DATABASE_URL;
	}
});
