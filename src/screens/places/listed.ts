import type { Findable } from "@/core/find/find";
import { places, settings } from "@/ui/places";
import type { Listed } from "./PlaceList";

/** Every tool with the question it answers; each is also reached from where it is used. */
export const tools: readonly Listed[] = [
	{
		href: "/sums",
		name: "Calculators",
		answers: "How fast, how high, how far, how heavy, how often?",
		drawing: "sums",
	},
	{ href: "/position", name: "Position check", answers: "Is this held finish inside its angles?", drawing: "position" },
	{ href: "/rules", name: "Test a rule", answers: "Who passes this rule, and how often by luck?", drawing: "rule" },
	{
		href: "/rules/lucky",
		name: "Rules luck can pass",
		answers: "Which rungs let students pass too soon?",
		drawing: "luck",
	},
	{
		href: "/ladders/difficulties",
		name: "Difficulty scales",
		answers: "What gets harder, and by how much?",
		drawing: "scales",
	},
	{ href: "/load", name: "Training load", answers: "Who does too much this week?", drawing: "load" },
	{ href: "/care", name: "Safety and consent", answers: "What must be checked, and who agreed?", drawing: "care" },
	{ href: "/studio", name: "All students", answers: "Who is stuck, and which rungs are slow?", drawing: "studio" },
	{
		href: "/how",
		name: "How it works",
		answers: "What comes after what, and what do the words mean?",
		drawing: "lesson",
	},
];

/** All that is set once, each with what it changes. */
export const settingsList: readonly Listed[] = [
	{ href: "/note", name: "Note template", answers: "What a note to a student says, in your words." },
	{ href: "/languages", name: "Languages", answers: "What a student’s own page and notes are written in." },
	{
		href: "/ladders/difficulties",
		name: "Working range, units, difficulty scales",
		answers: "How hard a drill may be, metres or feet.",
	},
	{
		href: "/plans/limits",
		name: "Plan limits",
		answers: "How long a drill is, how many checks, how sure to end in time.",
	},
	{
		href: "/care",
		name: "Safety checks and reminders",
		answers: "What you confirm before a try, and what is said again.",
	},
	{ href: "/load", name: "Load limits", answers: "The most a week, by age and for you as feeder." },
	{
		href: "/calendar#other-calendars",
		name: "Calendar links and travel time",
		answers: "Your lessons in another calendar.",
	},
	{ href: "/records", name: "Backups and data", answers: "Download, import, restore, delete." },
];

export const passcode: Listed = {
	href: "/passcode",
	name: "Passcode",
	answers: "Change it, or sign out other devices.",
};

/** What each place is for, in the words one may look for it by. */
const placeWords: Readonly<Record<string, string>> = {
	"/": "next lesson, checks due, what came back from practice, this week",
	"/calendar": "lessons, week, series, cancel, move, ill, away, travel, busy time",
	"/students": "people, everybody you teach",
	"/group": "several students, pair, board, rounds, stations, circuit",
	"/practice": "home practice, journal, link, entries",
	"/ladders": "who stands where, pegs, rungs, near a pass",
	"/skills": "key positions, faults, causes, remedies, cues",
	"/tools": "calculators, position check, test a rule, load, safety",
	"/records": "back up, download, import, restore, problems, delete, move to another computer",
	"/find": "find words that were said, noted or promised",
	"/settings": "units, note template, languages, translation, working range, reminders, passcode",
};

/** What is begun from a page, by its verb. */
const acts: readonly [title: string, href: string, text: string][] = [
	["start a lesson", "/", "count tries now"],
	["add a student", "/students/new", "new student"],
	["add a skill", "/skills/new", "new skill, key positions"],
	["make a ladder", "/ladders/new", "new ladder, rungs"],
	["plan a lesson", "/plans", "lesson plans"],
	["plan the week", "/calendar/plans", "plans of every lesson, kit to bring, copy a week"],
	["read the month", "/calendar/month", "month in figures, lessons held, rungs gained, away"],
	["add a lesson to the calendar", "/calendar", "book, series"],
	["back up", "/records", "download everything, backup file"],
	["import a file", "/records", "workbook, restore, scores"],
	["time rounds", "/rounds", "one clock for all"],
	["find a rule", "/rules", "pass rule for a limit"],
];

/** Every page and every act that needs no name, for search. */
export const findablePages: readonly Findable[] = [
	...[...places, settings].map(
		({ href, name }): Findable => ({
			id: `page ${href}`,
			group: "Go to",
			title: name,
			text: placeWords[href] ?? "",
			href,
		}),
	),
	...[...tools, ...settingsList].map(
		({ href, name, answers }): Findable => ({ id: `page ${name}`, group: "Go to", title: name, text: answers, href }),
	),
	...acts.map(([title, href, text]): Findable => ({ id: `act ${title}`, group: "Do", title, text, href })),
];
