/** @jest-environment node */
import { pseudo } from "@/core/__tests__/pseudo";
import { english, messageIds } from "@/core/languages/english";
import { freshLanguage, languageRows } from "@/core/languages/language";
import { wholeLocaleOf } from "@/core/languages/wholeLocale";
import { noteFor } from "@/core/log/noteFor";
import { wrapUp } from "@/core/log/wrap";
import { freshPage } from "@/core/practice/freshPage";
import { itemFromRung } from "@/core/practice/fromRung";
import { check, emptyStudio, live, store, student, take, url, workbook } from "@/store/__tests__/smallStudio";
import { storeAt } from "@/store/db";
import { railedLadders } from "@/store/ladders";
import { listLanguages, saveLanguage, spokenFor } from "@/store/languages";
import { makePack } from "@/store/pack";
import { findAssignment, saveAssignment } from "@/store/practice";
import { takeActs, writeForPractice } from "@/store/practiceEntries";
import { addLink, keepAt, linksOf, openLink, openLinks, renewAt, withdrawLink } from "@/store/practiceLinks";
import { saveStudent } from "@/store/students";
import { addLanguage, keepLanguage, lookAtLanguageTable, removeLanguage } from "./languages";
import { visitorOf } from "./practiceLink";
import { filePage, linkPage, sayPage } from "./practicePage";
import { pageDataOf, readPaper } from "./readPractice";
import { readReport } from "./readReport";

jest.mock("next/cache", () => ({ revalidatePath: () => undefined }));
jest.mock("node:fs", () => {
	const fs = jest.requireActual("node:fs");
	// The built script and sheet of the page say nothing here.
	return {
		...fs,
		readFileSync: (path: string, ...rest: unknown[]) =>
			/practice\.(js|css)$/.test(String(path)) ? "" : fs.readFileSync(path, ...rest),
	};
});

beforeEach(() => {
	process.env.DATABASE_URL = url();
});
afterEach(async () => {
	(await storeAt(url())).close();
	delete process.env.DATABASE_URL;
});

const ENDS = "2199-01-01";

/** Ida speaks the made-up language, and has a page with the top rung of her ladder. */
async function page(): Promise<string> {
	await saveLanguage(store, pseudo, null);
	await saveStudent(store, { ...student, language: "ja" }, { id: "student", rev: 1 });
	const [row] = await railedLadders(store, { students: ["student"] });
	const rung = row?.ladder.rungs.at(-1);
	if (!row || !rung) throw new Error("no ladder");
	const sides = { side: row.ladder.side, strong: "left" as const };
	const item = itemFromRung(rung, { ladder: row.id, of: row.ladder, skill: row.followed, sides }, "drill");
	const saved = await saveAssignment(store, { ...freshPage("student", "2026-03-01"), items: [item] }, null, {
		apart: false,
	});
	return saved.ok ? saved.value.id : "";
}
const row = async (id: string) => {
	const found = await findAssignment(store, id);
	if (!found) throw new Error("no page");
	return found;
};

test("a student's page, its file, its paper and what it refuses are in the student's language; the coach's words stay", async () => {
	const id = await page();
	await live();
	const data = await pageDataOf(store, await row(id), { ends: ENDS, pictures: async () => null });
	expect(data.language?.code).toBe("ja");
	expect(data.items[0]?.counts?.[0]).toBe("⟦drill.comes off⟧");
	expect(data.items[0]?.name).not.toContain("⟦");
	const locale = wholeLocaleOf(data.language);
	for (const html of [linkPage(data, locale), filePage({ ...data, ends: null }, locale)]) {
		expect(html).toContain('<html lang="ja" dir="ltr">');
		expect(html).toContain("<title>⟦page.title Ida⟧</title>");
	}
	const paper = await readPaper(id);
	expect(paper?.language?.code).toBe("ja");
	expect(paper?.assignment.items[0]?.counts).toEqual(data.items[0]?.counts);

	const future = { item: "drill", day: "2199-12-01", place: "", tries: 5, good: 1, target: 3, dose: 5, minutes: 1 };
	const act = { id: "act", at: "2026-03-01T12:00:00.000Z", tz: "UTC", kind: "done" as const };
	const body = { ...future, felt: null, check: null, remark: "" };
	expect((await takeActs(store, await row(id), [{ ...act, body }], "link", locale)).refused[0]?.sentence).toMatch(
		/^⟦refused\.future/,
	);
	const token = await addLink(store, id, { name: "Ida", ends: "2020-01-01" });
	const visitor = await visitorOf(store, token);
	if (!("status" in visitor)) throw new Error("the link opened");
	expect(sayPage(visitor)).toContain("⟦link.ended.time⟧");
});

test("the report says what is asked for as the page does: in its phase, with the target as it was moved", async () => {
	const id = await page();
	const before = await row(id);
	const [item] = before.assignment.items;
	if (!item) throw new Error("no drill");
	const other = { ...item, id: "other", name: "Not in this phase" };
	const phases = { from: "2026-03-01", minutes: 9, parts: [{ weeks: 1, shares: { drill: 1, other: 0 } }] };
	await saveAssignment(store, { ...before.assignment, items: [item, other], phases }, before);
	const moved = { assignment: id, item: "drill", target: 3, by: "student" as const };
	await writeForPractice(
		store,
		before,
		{ kind: "practice.target", body: moved },
		{ at: "2026-03-02T12:00:00.000Z", tz: "UTC" },
	);
	expect((await readReport("student"))?.practise).toEqual([
		{ name: item.name, much: `6 days a week, ${item.dose} tries, 3 of them good, 9 minutes` },
	]);
});

test("a note is in the student's language, offline too: the pack brings it; whoever has none reads English", async () => {
	await page();
	const phone = await live();
	const pack = await makePack(store, null);
	expect((pack.languages ?? []).map((one) => (one as { code: string }).code)).toEqual(["ja"]);
	const locale = wholeLocaleOf(await spokenFor(store, "student"));
	const note = (of?: typeof locale) =>
		noteFor("Ida", "today", wrapUp(phone.view()), {
			marks: [{ skill: "Skill", mark: 6 }],
			practise: [{ name: "Two balls", much: "" }],
			next: "tomorrow",
			...(of ? { locale: of } : {}),
		});
	for (const said of ["note.head Ida today", "note.score", "note.mark 6", "note.practise", "note.next tomorrow"])
		expect(note(locale)).toContain(`⟦${said}`);
	expect(note()).not.toContain("⟦");
	expect(note()).toMatch(/^Ida, lesson of today\n/);
	expect(await spokenFor(store, "zoe")).toBeNull();
});

test("a language comes by a table: each row that cannot be used is named, and takes no other with it", async () => {
	expect(await addLanguage("en", "English")).toMatchObject({ ok: false });
	expect(await addLanguage("Polish", "Polski")).toMatchObject({ ok: false });
	expect(await addLanguage("pl", "Polski")).toEqual({ ok: true, value: { id: "pl", rev: 1 } });
	expect(await addLanguage("pl", "Polski")).toMatchObject({ ok: false, refusals: [{ path: "code" }] });

	const rows = languageRows(freshLanguage("pl", "Polski"));
	expect(rows).toHaveLength(messageIds.length + 1);
	const filled = rows.map(([id, words]) => {
		if (id === "id") return "id;English;translation";
		if (id === "page.today") return `page.today;"${words}";Dziś`;
		if (id === "week.tries") return 'week.tries;x;"{n, plural, one {próba} other {próby}}"';
		if (id === "count.to go") return "count.to go;x;Jeszcze";
		if (id === "page.words") return "page.wrods;x;Słowa";
		return `${id};"${words?.replaceAll('"', '""')}";`;
	});
	const read = await lookAtLanguageTable("pl", `\uFEFF${filled.join("\r\n")}`);
	if (!read.ok) throw new Error(read.refusals[0]?.sentence);
	expect(read.value.messages).toEqual({ "page.today": "Dziś" });
	expect(read.value.refused.map(({ sentence }) => sentence)).toEqual([
		"“page.wrods” is no message. Keep the column “id” as it was downloaded.",
		"“week.tries”: {n} needs the forms few and many.",
		"“count.to go”: add {n}.",
	]);
	const body = { code: "pl", name: "Polski", messages: read.value.messages };
	expect(await keepLanguage({ ...body, messages: { "page.today": "{" } }, { id: "pl", rev: 1 })).toMatchObject({
		ok: false,
		refusals: [{ path: "page.today" }],
	});
	expect(await keepLanguage(body, { id: "pl", rev: 1 })).toEqual({ ok: true, value: { id: "pl", rev: 2 } });
	expect(await lookAtLanguageTable("pl", "a;b\n1;2")).toMatchObject({ ok: true, value: { messages: {} } });
	expect(await removeLanguage("pl")).toMatchObject({ ok: true });
	expect(await listLanguages(store)).toEqual([]);
});

test("in another studio the languages are there, and links open where the address stays; one that is off stays off", async () => {
	const id = await page();
	const at = { ends: ENDS, address: "http://studio.example" };
	const [phone, off] = [
		await addLink(store, id, { name: "phone", ...at }),
		await addLink(store, id, { name: "off", ...at }),
	];
	const { address, other } = await emptyStudio();
	const book = await workbook();
	expect(book).not.toContain(phone);
	await take((await check(book, address)).staging, { mode: "whole" }, address);
	expect((await listLanguages(other)).map(({ language }) => language)).toEqual([pseudo]);
	expect(await openLink(other, phone)).toMatchObject({ row: { id } });
	// Switched off there; the file of before opens it no more.
	const link = (await linksOf(other, id)).find(({ name }) => name === "off");
	await withdrawLink(other, link?.id ?? "", true);
	await take((await check(book, address)).staging, { mode: "whole" }, address);
	expect(await openLink(other, off)).toMatchObject({ closed: "withdrawn" });
	expect(await openLink(other, phone)).toMatchObject({ row: { id } });
	other.close();
});

test("links of another address are listed, and made anew in one go: the old ones open nothing any more", async () => {
	const id = await page();
	const old = await addLink(store, id, { name: "phone", ends: ENDS, address: "http://old.example" });
	await addLink(store, id, { name: "ended", ends: "2020-01-01", address: "http://old.example" });
	await addLink(store, id, { name: "of an older build", ends: ENDS });
	const open = await openLinks(store);
	expect(open.map(({ name, address }) => [name, address])).toEqual([["phone", "http://old.example"]]);
	const ids = open.map((one) => one.id);
	const [made] = await renewAt(store, ids, "http://new.example");
	expect(await openLink(store, made?.token ?? "")).toMatchObject({ row: { id }, ends: ENDS });
	expect(await openLink(store, old)).toMatchObject({ closed: "withdrawn" });
	// Sent twice, nothing is made twice.
	expect(await renewAt(store, ids, "http://new.example")).toEqual([]);
	const [fresh] = await openLinks(store);
	await keepAt(store, [fresh?.id ?? ""], "http://both.example");
	expect((await openLinks(store)).map(({ address }) => address)).toEqual(["http://both.example"]);
});

test("English is in no table: its words are those that ship", () => {
	expect(Object.keys(english)).toEqual(messageIds);
});
