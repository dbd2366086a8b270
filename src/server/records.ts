"use server";

import { revalidatePath } from "next/cache";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { store } from "@/store/db";
import { eraseStudent, type ToErase, whatErasingTakes } from "@/store/erase";
import { dropAside, listQuarantine, retryAside } from "@/store/events";
import { upToDate } from "@/store/projection";
import { studentNames } from "@/store/students";
import { type StudioMark, studioMark } from "@/store/studio";
import { type Health, health } from "./health";
import { isFile } from "./jobs";

export type { ToErase } from "@/store/erase";

export interface RecordsPage {
	studio: StudioMark;
	/** The database is a file on this machine: it can be copied, restored and filled. */
	file: boolean;
	/** It is served beyond this machine, behind its passcode. */
	lan: boolean;
	health: Health;
	students: { id: string; name: string }[];
	aside: { n: number; device: string; dseq: number; reason: string; arrivedAt: string; raw: string }[];
}

export async function readRecords(): Promise<RecordsPage> {
	const open = await store();
	const [studio, aside, students] = await Promise.all([studioMark(open), listQuarantine(open), studentNames(open)]);
	return {
		studio,
		file: isFile(),
		health: await health(),
		lan: process.env.PEG_LAN === "1",
		students: students.map(({ id, name }) => ({ id, name })).sort((a, b) => a.name.localeCompare(b.name)),
		aside: aside.map(({ n, device, dseq, reason, arrivedAt, raw }) => ({ n, device, dseq, reason, arrivedAt, raw })),
	};
}

/** Tries once more to take in what was set aside. */
export async function tryAside(n: number): Promise<Outcome<null>> {
	const reason = await retryAside(await store(), n);
	revalidatePath("/", "layout");
	return reason === null ? { ok: true, value: null } : refuse("", `It still cannot be taken in. ${reason}`);
}

export async function letAsideGo(n: number): Promise<void> {
	await dropAside(await store(), n);
	revalidatePath("/records");
}

/** What deleting this student would take away. */
export async function askErasing(student: string): Promise<ToErase> {
	return whatErasingTakes(await upToDate(), student);
}

/** Deletes a student with everything; an id stays, and tells other devices. */
export async function erase(student: string): Promise<void> {
	await eraseStudent(await upToDate(), student);
	revalidatePath("/", "layout");
}
