import { between, eq, sql } from "drizzle-orm";
import type { LessonDigest } from "@/core/digest/lessonDigest";
import type { Store } from "./db";
import * as t from "./schema";

/** Digests of every lesson that worked on a ladder, of a student's latest ones, or of all from one day to another, oldest first. */
export async function digestsFor(
	{ db }: Pick<Store, "db">,
	of: { ladder: string } | { student: string; atMost: number } | { from: string; to: string },
): Promise<LessonDigest[]> {
	const column =
		"ladder" in of
			? eq(t.lessonWork.ladder, of.ladder)
			: "student" in of
				? eq(t.lessonWork.student, of.student)
				: between(t.lessonWork.day, of.from, of.to);
	const query = db
		.selectDistinct({ body: t.lessonDigest.body, day: t.lessonWork.day, lesson: t.lessonWork.lesson })
		.from(t.lessonWork)
		.innerJoin(t.lessonDigest, eq(t.lessonDigest.lesson, t.lessonWork.lesson))
		.where(column)
		.orderBy(sql`${t.lessonWork.day} desc`, sql`${t.lessonWork.lesson} desc`);
	const rows = await ("atMost" in of ? query.limit(of.atMost) : query);
	return rows.map((row) => row.body).reverse();
}
