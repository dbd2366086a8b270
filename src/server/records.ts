"use server";

import { revalidatePath } from "next/cache";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import { ident, whole } from "@/core/text/fields";
import { eraseStudent, type ToErase, whatErasingTakes } from "@/store/erase";
import { dropAside, listQuarantine, retryAside } from "@/store/setAside";
import { studentNames } from "@/store/students";
import { type StudioMark, studioMark } from "@/store/studio";
import { type Health, health } from "./health";
import { store, upToDate } from "./store";
import { type Slow, slowest } from "./watch";

export type { ToErase } from "@/store/erase";

export interface RecordsPage {
	studio: StudioMark;
	/** It is served beyond this machine, behind its passcode. */
	lan: boolean;
	health: Health;
	/** What takes longest to answer, since this process began. */
	slow: Slow[];
	students: { id: string; name: string }[];
	aside: { n: number; device: string; dseq: number; reason: string; arrivedAt: string; raw: string }[];
}

export async function readRecords(): Promise<RecordsPage> {
	const open = await store();
	const [studio, aside, students] = await Promise.all([studioMark(open), listQuarantine(open), studentNames(open)]);
	return {
		studio,
		health: await health(),
		slow: slowest(3),
		lan: process.env.PEG_LAN === "1",
		students: students.map(({ id, name }) => ({ id, name })).sort((a, b) => a.name.localeCompare(b.name)),
		aside: aside.map(({ n, device, dseq, reason, arrivedAt, raw }) => ({ n, device, dseq, reason, arrivedAt, raw })),
	};
}

/** Where something set aside stands. */
const place = whole(1, Number.MAX_SAFE_INTEGER);

/** Tries once more to take in what was set aside. */
export async function tryAside(n: unknown): Promise<Outcome<null>> {
	const read = parse(place, n);
	if (!read.ok) return read;
	const reason = await retryAside(await store(), read.value);
	revalidatePath("/", "layout");
	return reason === null ? { ok: true, value: null } : refuse("", `Still not added. ${reason}`);
}

export async function letAsideGo(n: unknown): Promise<void> {
	const read = parse(place, n);
	if (!read.ok) return;
	await dropAside(await store(), read.value);
	revalidatePath("/records");
}

/** What deleting this student would take away. */
export async function askErasing(student: unknown): Promise<ToErase> {
	const read = parse(ident, student);
	return whatErasingTakes(await upToDate(), read.ok ? read.value : "");
}

/** Deletes a student with everything; an id stays, and tells other devices. */
export async function erase(student: unknown): Promise<void> {
	const read = parse(ident, student);
	if (!read.ok) return;
	await eraseStudent(await upToDate(), read.value);
	revalidatePath("/", "layout");
}
