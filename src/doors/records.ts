"use server";

import { fillDemo } from "@demo/fill";
import { revalidatePath } from "next/cache";
import { store } from "@/store/db";
import { listQuarantine } from "@/store/events";
import { type StudioMark, studioMark } from "@/store/studio";
import { today } from "@/ui/dates";

export interface RecordsPage {
	studio: StudioMark;
	aside: { n: number; device: string; dseq: number; reason: string; arrivedAt: string; raw: string }[];
}

export async function readRecords(): Promise<RecordsPage> {
	const open = await store();
	const [studio, aside] = await Promise.all([studioMark(open), listQuarantine(open)]);
	return {
		studio,
		aside: aside.map(({ n, device, dseq, reason, arrivedAt, raw }) => ({ n, device, dseq, reason, arrivedAt, raw })),
	};
}

/** Makes the demo studio anew. A coach's own studio is never touched by it. */
export async function resetDemo(): Promise<{ done: boolean }> {
	const open = await store();
	if (!(await studioMark(open)).demo) return { done: false };
	await fillDemo(open, today());
	revalidatePath("/", "layout");
	return { done: true };
}
