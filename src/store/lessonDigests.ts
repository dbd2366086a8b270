import { eq, sql } from "drizzle-orm";
import type { LessonDigest } from "@/core/digest/lessonDigest";
import type { Store } from "./db";
import * as t from "./schema";

/** Digests of every lesson that worked on a ladder, or of a student's latest ones, oldest first. */
export async function digestsFor(
	{ db }: Pick<Store, "db">,
	of: { ladder: string } | { student: string; atMost: number },
): Promise<LessonDigest[]> {
	const column = "ladder" in of ? eq(t.lessonWork.ladder, of.ladder) : eq(t.lessonWork.student, of.student);
	const query = db
		.selectDistinct({ body: t.lessonDigest.body, day: t.lessonWork.day, lesson: t.lessonWork.lesson })
		.from(t.lessonWork)
		.innerJoin(t.lessonDigest, eq(t.lessonDigest.lesson, t.lessonWork.lesson))
		.where(column)
		.orderBy(sql`${t.lessonWork.day} desc`, sql`${t.lessonWork.lesson} desc`);
	const rows = await ("atMost" in of ? query.limit(of.atMost) : query);
	return rows.map((row) => row.body).reverse();
}
