import { eq } from "drizzle-orm";
import { Coach, freshCoach } from "@/core/coach/coach";
import type { Outcome } from "@/core/refusals/refusals";
import type { Store } from "./db";
import { beforeSaving, type Saved, stamp } from "./documents";
import * as t from "./schema";

/** The one row there is. */
const ID = "coach";

/** What holds for the whole studio; what everybody starts from, where nothing was ever set. */
export async function findCoach({ db }: Pick<Store, "db">): Promise<{ at: Saved; coach: Coach }> {
	const [row] = await db.select().from(t.coach).where(eq(t.coach.id, ID));
	return { at: { id: ID, rev: row?.rev ?? 0 }, coach: row ? Coach.parse(row.body) : freshCoach };
}

export async function saveCoach({ write }: Store, body: Coach, at: Saved): Promise<Outcome<Saved>> {
	return write(async (tx): Promise<Outcome<Saved>> => {
		const [row] = await tx.select({ rev: t.coach.rev, body: t.coach.body }).from(t.coach).where(eq(t.coach.id, ID));
		const settled = beforeSaving("The studio's settings", at, row ?? { rev: 0, body: null }, body);
		if (settled) return settled;
		if (row)
			await tx
				.update(t.coach)
				.set({ body, rev: at.rev + 1, updatedAt: stamp() })
				.where(eq(t.coach.id, ID));
		else await tx.insert(t.coach).values({ id: ID, body });
		return { ok: true, value: { id: ID, rev: at.rev + 1 } };
	});
}
