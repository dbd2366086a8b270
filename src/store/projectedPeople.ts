import { and, eq, gte, lte, sql } from "drizzle-orm";
import { digestLadder } from "@/core/digest/ladderDigest";
import { workedOf } from "@/core/insight/cueEffect";
import { isDoubtful, SET_CLOCKS_FROM } from "@/core/log/days";
import { dayAfter } from "@/core/text/fields";
import type { Store } from "./db";
import { digestsFor } from "./lessonDigests";
import * as t from "./schema";

/** A ladder's digest, from every lesson that worked on it. */
export async function keepLadder(store: Store, ladder: string, today: string): Promise<void> {
	const body = digestLadder(ladder, await digestsFor(store, { ladder }), today);
	const { standing, unfounded, pass } = body;
	const row = { standing, unfounded: unfounded?.lesson ?? null, passed: pass?.rung ?? null, body };
	await store.write((tx) =>
		tx
			.insert(t.ladderDigest)
			.values({ ladder, ...row })
			.onConflictDoUpdate({ target: t.ladderDigest.ladder, set: row }),
	);
}

/** When a student was last here and comes next, and which cues worked for them lately. */
export async function keepStudent(store: Store, student: string, today: string): Promise<void> {
	const [row] = await store.db
		.select({ lessons: sql<number>`count(distinct ${t.lessonWork.lesson})` })
		.from(t.lessonWork)
		.where(eq(t.lessonWork.student, student));
	const latest = (await digestsFor(store, { student, atMost: LATEST })).filter(
		(one) => !isDoubtful(one, today) && !one.fromCard,
	);
	const last = latest.at(-1)?.day || (await lastPlainDay(store, student, today));
	// Only the latest lessons can have set a day that is still to come.
	const set = latest
		.flatMap(({ next: day, nextTime: time, nextZone: zone, nexts }) =>
			(nexts ? nexts.filter((one) => one.student === student) : day ? [{ day, time }] : []).map((one) => ({
				...one,
				zone,
			})),
		)
		.filter(({ day }) => day > (last ?? ""))
		.sort((a, b) => (a.day < b.day ? -1 : 1))
		.at(0);
	const took = latest.flatMap((digest) => (digest.took ?? []).filter((one) => one.student === student));
	const values = {
		lessons: row?.lessons ?? 0,
		last,
		next: set?.day ?? null,
		nextTime: set?.time ?? null,
		nextZone: set?.zone ?? null,
		worked: workedOf(took),
	};
	await store.write((tx) =>
		tx
			.insert(t.studentDigest)
			.values({ student, ...values })
			.onConflictDoUpdate({ target: t.studentDigest.student, set: values }),
	);
}

const LATEST = 12;

/** Where all of the latest lessons have days nobody can believe: the last one before those. */
async function lastPlainDay({ db }: Store, student: string, today: string): Promise<string | null> {
	const [row] = await db
		.select({ last: sql<string | null>`max(${t.lessonWork.day})` })
		.from(t.lessonWork)
		.where(
			and(
				eq(t.lessonWork.student, student),
				lte(t.lessonWork.day, dayAfter(today, 1)),
				gte(t.lessonWork.day, SET_CLOCKS_FROM),
			),
		);
	return row?.last ?? null;
}
