/** @jest-environment jsdom */
import "fake-indexeddb/auto";
import { cleanup, render } from "@testing-library/react";
import { pseudo } from "@/core/__tests__/pseudo";
import { compileLanguage } from "@/core/languages/language";
import { wholeLocaleOf } from "@/core/languages/wholeLocale";
import { type Assignment, freshItem, type PracticeItem, USUAL, warmUpItem } from "@/core/practice/assignment";
import { HomePage } from "@/screens/home/HomePage";
import { Practice } from "@/screens/home/practice";
import { Paper } from "./Paper";

/** Paper against page, line by line: what protects, what counts and how much is asked for stands on both, in the student's language. */

jest.mock("next/navigation", () => ({ useRouter: () => ({}), usePathname: () => "/" }));

const DAY = "2026-12-02";
const EVERY_DAY = [0, 1, 2, 3, 4, 5, 6];
const full: PracticeItem = {
	...freshItem("balls"),
	name: "Three balls",
	drill: "Throw from the scoop.",
	dose: 12,
	target: 8,
	minutes: 6,
	days: EVERY_DAY,
	caution: "First: mats out.",
	cues: ["post it under the bridge", "another cue"],
	counts: ["It comes off.", "Height: at eye height. Without it no try counts."],
	forms: ["Either foot is right too."],
	home: ["a rolled sock for the ball"],
	help: ["To feed: from below"],
	check: "Did it peak at the nose?",
};
const assignmentOf = (items: PracticeItem[], more: Partial<Assignment> = {}): Assignment => ({
	student: "pip",
	from: "2026-11-02",
	note: "Little and often.",
	items,
	words: [],
	most: 90,
	helper: { feed: "Roll it.", counts: "Only what matches.", cautions: "Shoes on.", stop: "When it hurts." },
	thresholds: USUAL,
	...more,
});

beforeEach(() => {
	AbortSignal.timeout ??= () => new AbortController().signal;
	global.structuredClone ??= (value) => JSON.parse(JSON.stringify(value));
	global.fetch = (async () => {
		throw new Error("no signal");
	}) as never;
	window.scrollTo = () => undefined;
});
afterEach(cleanup);

const language = compileLanguage(pseudo).spoken;

function bothOf(assignment: Assignment, spoken: typeof language | null): [page: string, paper: string] {
	const practice = new Practice(
		{
			...assignment,
			id: Math.random().toString(36),
			key: "k".repeat(43),
			name: "Pip",
			acts: [],
			pictures: {},
			ends: null,
			made: DAY,
			...(spoken ? { language: spoken } : {}),
		},
		"/p/token",
	);
	const page = render(<HomePage practice={practice} />).container.textContent ?? "";
	cleanup();
	const paper =
		render(
			<Paper
				at={{ id: "page", rev: 1 }}
				student={{ id: "pip", name: "Pip" }}
				archived={false}
				assignment={assignment}
				apart={false}
				changes={[]}
				acts={[]}
				floods={[]}
				links={[]}
				rungs={[]}
				others={[]}
				day={DAY}
				language={spoken}
			/>,
		).container.textContent ?? "";
	cleanup();
	return [page, paper];
}

const linesOf = ({ items, helper, note, most }: Assignment, spoken: typeof language | null): string[] => {
	const { say } = wholeLocaleOf(spoken);
	return [
		note,
		...Object.values(helper),
		...(most === null ? [] : [String(most)]),
		...items.flatMap((item) => [
			item.name,
			item.drill,
			item.caution,
			item.cues[0] ?? "",
			...(item.counts?.length ? [say("drill.counts"), ...item.counts] : []),
			...(item.forms ?? []),
			...(item.help ?? []),
			...item.home,
			...(item.minutes ? [say("drill.minutes", { n: item.minutes })] : []),
			...(item.warmUp ? [] : [say("drill.asked", { target: item.target, tries: item.dose }).replaceAll(/<\/?b>/g, "")]),
		]),
	].filter(Boolean);
};

const cases: [name: string, assignment: Assignment][] = [
	["a drill with everything", assignmentOf([full])],
	["a warm-up before it", assignmentOf([warmUpItem("warm"), full])],
	["more tries than there are boxes", assignmentOf([{ ...full, dose: 200, target: 150 }])],
	["nothing but a name", assignmentOf([{ ...freshItem("plain"), name: "Plain", days: EVERY_DAY }], { most: null })],
	[
		"only part of the helper’s words",
		assignmentOf([full], { helper: { feed: "", counts: "", cautions: "Mats.", stop: "" } }),
	],
];

describe.each([
	["English", null],
	["another language", language],
] as const)("in %s", (_, spoken) => {
	test.each(cases)("%s", (_name, assignment) => {
		const [page, paper] = bothOf(assignment, spoken);
		for (const line of linesOf(assignment, spoken)) {
			expect(page).toContain(line);
			expect(paper).toContain(line);
		}
	});
});

test("the second cue stays folded on the page and is not printed; the check is asked on paper too", () => {
	const [page, paper] = bothOf(assignmentOf([full]), null);
	expect(page).toContain("another cue");
	expect(paper).not.toContain("another cue");
	expect(paper).toContain("Check: Did it peak at the nose?");
});
