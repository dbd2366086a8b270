import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { quickRungs } from "@/core/__tests__/ladders";
import { ladderWith, Phone, positions } from "@/core/__tests__/phone";
import { versioned } from "@/core/pack/packLadder";
import { exportWorkbook } from "../bulk/exportWorkbook";
import { type Preview, stageWorkbook } from "../bulk/stage";
import { type TakeIn, takeInStaged } from "../bulk/takeIn";
import { openStore, type Store } from "../db";
import { pushEvents } from "../events";
import { addLadder } from "../ladders";
import { catchUp } from "../projection";
import { saveSkill } from "../skills";
import { saveStudent } from "../students";

/** A small studio on a real database file, for the tests of whole files and of projections: made anew for each test. */

let folder: string;
export let store: Store;
export const at = (name: string) => join(folder, name);
export type Book = Record<string, Record<string, unknown>[]>;
export const first = (book: Book, section: string): Record<string, unknown> => book[section]?.[0] ?? {};
export const here = () => at("studio.db");
export const url = () => `file:${here()}`;
export const student = {
	name: "Ida",
	strongSide: "left" as const,
	born: null,
	level: "steady" as const,
	protectedParts: [],
	kit: "",
	wish: "",
};
const ladder = {
	side: "left" as const,
	policy: "mastery" as const,
	start: null,
	// The top rung watches a position: what the skill says is not theirs to change under it.
	rungs: quickRungs(["r1", "r2", "r3"], "Skill").map((rung) =>
		rung.id === "r3" ? { ...rung, settings: { ...rung.settings, watch: ["p1"] } } : rung,
	),
};
export const onLadder = { ...ladderWith(), rungs: versioned(ladder.rungs) };

beforeEach(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-bulk-"));
	store = await openStore(url());
	await saveStudent(store, student, null, "student");
	await saveStudent(store, { ...student, name: "Zoë" }, null, "zoe");
	await saveSkill(store, { name: "Skill", about: "", positions }, null, "skill");
	await addLadder(store, "student", "skill", ladder, "ladder");
	await addLadder(store, "zoe", "skill", ladder, "zoes");
});
afterEach(() => {
	store.close();
	rmSync(folder, { recursive: true });
});

/** A lesson with something of everything. */
export async function live(device = "phone", lesson = "lesson"): Promise<Phone> {
	const phone = new Phone(device, lesson).begin(onLadder, "r1").row("gmgc1ggg");
	phone.write([{ kind: "parked", student: "student", body: { text: "Chin up" } }]);
	phone.write([{ kind: "promise", student: "student", body: { text: "Bring the tape", due: "2026-03-09" } }]);
	phone.undo();
	phone.write([{ kind: "promise", student: "student", body: { text: "Bring the long tape", due: "2026-03-10" } }]);
	phone.write([
		{
			kind: "lesson.closed",
			student: "student",
			body: { remark: "Sürely better", note: "Well done", next: "2026-03-08" },
		},
	]);
	await pushEvents(store, device, phone.events);
	await catchUp(store);
	return phone;
}

export async function workbook(of: "studio" | "student" | "skill" | "ladder" = "studio", id?: string, from = store) {
	let text = "";
	for await (const piece of exportWorkbook(from, { of, ...(id ? { id } : {}) })) text += piece;
	return text;
}

let staged = 0;
export async function check(text: string | Buffer, into = url()): Promise<Preview & { staging: string }> {
	staged += 1;
	const [file, staging] = [at(`in-${staged}`), at(`staged-${staged}`)];
	writeFileSync(file, text);
	return { ...(await stageWorkbook(file, staging, into, () => {})), staging };
}
export const take = (staging: string, how: Partial<TakeIn> = {}, into = url()) =>
	takeInStaged(staging, into, { mode: "merge", differing: "keep", ...how });
export const sentences = ({ refusals, merge, whole }: Preview) =>
	[...refusals, ...merge, ...whole].map((one) => `${one.path}: ${one.sentence}`);

export async function emptyStudio(): Promise<{ address: string; other: Store }> {
	const address = `file:${at(`other-${Math.random().toString(36).slice(2)}.db`)}`;
	return { address, other: await openStore(address) };
}
