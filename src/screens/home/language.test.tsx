/** @jest-environment jsdom */
import "fake-indexeddb/auto";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { pseudo } from "@/core/__tests__/pseudo";
import { compileLanguage } from "@/core/languages/language";
import { freshItem, USUAL, warmUpItem } from "@/core/practice/assignment";
import type { PageData } from "@/core/practice/pageData";
import { HomePage } from "./HomePage";
import { Practice } from "./practice";

/** Every word of the page is said in the student's language: read as a whole, in each of its states. */

jest.mock("qrcode/lib/core/qrcode", () => ({ create: () => ({ modules: { size: 1, get: () => 1 } }) }));

const DAY = new Date().toISOString().slice(0, 10);
/** What the coach wrote stays as it is: told by its letters. */
const own = (words: string) => `◊${words}◊`;

const data: PageData = {
	id: "page",
	key: "k".repeat(43),
	name: own("Pip"),
	note: own("well done"),
	from: "2026-11-02",
	items: [
		{ ...warmUpItem("warm"), name: own("warm-up") },
		{
			...freshItem("balls"),
			name: own("balls"),
			days: [0, 1, 2, 3, 4, 5, 6],
			minutes: 5,
			drill: own("throw"),
			caution: own("mats"),
			cues: [own("high"), own("soft")],
			feel: own("float"),
			check: own("did it float?"),
			counts: [own("it comes off")],
			forms: [own("either hand")],
			home: [own("a ball")],
			help: [own("throw it")],
			rhythm: { seconds: 2, stretches: [{ short: own("dip"), voice: own("dip"), seconds: 2, clicks: [0] }] },
			sketch: {
				side: "none",
				across: 8,
				items: [{ id: "a", kind: "person", name: own("you"), x: 0, y: 0, home: own("a chair") }],
				lines: [],
			},
			pictures: [{ hash: "a".repeat(64), clip: false, shows: own("a hand") }],
		},
		{ ...freshItem("other"), name: own("other"), days: [(new Date().getUTCDay() + 1) % 7] },
	],
	words: [{ word: own("dip"), meaning: own("the lowest point") }],
	most: 300,
	helper: { feed: own("a"), counts: own("b"), cautions: own("c"), stop: own("d") },
	thresholds: USUAL,
	language: compileLanguage(pseudo).spoken,
	acts: Array.from({ length: 5 }, (_, i) => ({
		id: `e${i}`,
		at: `${DAY}T17:00:00.000Z`,
		tz: "UTC",
		kind: "done" as const,
		body: {
			...{ item: "balls", day: DAY, place: own("garden"), tries: 20, good: 14, target: 14, dose: 20, minutes: 5 },
			...{ felt: 4, check: true, remark: own("why?"), what: own("balls"), by: "link" as const },
		},
	})),
	pictures: { [`${"a".repeat(64)}`]: "data:," },
	holder: "studio",
	ends: "2099-12-31",
	made: DAY,
};

/** All that is read or heard of what is drawn: texts and labels. */
function saidIn(root: Element): string[] {
	const texts: string[] = [];
	const walk = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
	for (let node = walk.nextNode(); node; node = walk.nextNode()) texts.push(node.textContent ?? "");
	for (const one of root.querySelectorAll("[aria-label],[placeholder],[alt],[title]"))
		for (const name of ["aria-label", "placeholder", "alt", "title"]) texts.push(one.getAttribute(name) ?? "");
	return texts;
}

/** Words that are neither the language's nor the coach's: letters left once both and days in figures are taken away. */
const english = (texts: readonly string[]): string[] => {
	const all = texts.join("\n").replaceAll(/◊[^◊]*◊/g, "");
	// A message may hold a list of others: the innermost go first.
	let left = all;
	for (let before = ""; before !== left; ) {
		before = left;
		left = left.replaceAll(/⟦[^⟦⟧]*⟧/g, "");
	}
	return left.split("\n").filter((one) => /[A-Za-z]{2,}/.test(one));
};

beforeEach(() => {
	AbortSignal.timeout ??= () => new AbortController().signal;
	global.structuredClone ??= (value) => JSON.parse(JSON.stringify(value));
	global.fetch = (async () => {
		throw new Error("no signal");
	}) as never;
	HTMLDialogElement.prototype.showModal ??= () => undefined;
	window.scrollTo = () => undefined;
});
afterEach(cleanup);

const press = (name: RegExp) => {
	const button = screen.getAllByRole("button", { name })[0];
	if (!button) throw new Error(`no ${name}`);
	fireEvent.click(button);
};
const opened = (part: Partial<PageData> = {}) =>
	render(<HomePage practice={new Practice({ ...data, ...part, id: Math.random().toString(36) }, "/p/token")} />)
		.container;

test("the list of drills, with everything open", () => {
	const page = opened();
	press(/phones\.open/);
	press(/away\.open/);
	expect(page.textContent).toContain("⟦drill.asked 14 20⟧");
	expect(english(saidIn(page))).toEqual([]);
});

test("as a file, before the first entry, on a day of rest", () => {
	const page = opened({ ends: null, acts: [], items: [] });
	press(/phones\.open/);
	expect(english(saidIn(page))).toEqual([]);
});

test("ill until a day, and what was told of it", () => {
	const page = opened();
	press(/away\.open/);
	press(/away\.save/);
	expect(page.textContent).toContain("away.now");
	expect(english(saidIn(page))).toEqual([]);
});

test("the count, the entry after it, and what is refused there", () => {
	const page = opened();
	press(/drill\.count/);
	press(/count\.good/);
	press(/count\.off/);
	expect(english(saidIn(page))).toEqual([]);
	press(/count\.done/);
	fireEvent.change(screen.getByLabelText(/entry\.good/), { target: { value: "9" } });
	expect(page.textContent).toContain("⟦refused.good⟧");
	expect(english(saidIn(page))).toEqual([]);
});

test("a score written afterwards, of another day, in each way of saying how it felt", () => {
	for (const feelings of ["faces", "words", "numbers"] as const) {
		const page = opened({ feelings });
		press(/drill\.save score/);
		fireEvent.click(screen.getByLabelText(/entry\.another day/));
		press(/entry\.save/);
		expect(page.textContent).toContain("⟦refused.good⟧");
		expect(english(saidIn(page))).toEqual([]);
		cleanup();
	}
});
