import { orderOf } from "@/core/formats/workbook";
import { hashOf } from "@/core/hash/hash";
import type { Ladder } from "@/core/ladder/ladder";
import type { Skill } from "@/core/skill/skill";
import type { Tx } from "./db";
import * as t from "./schema";

/** Versions are immutable and addressed by their content: writing one twice is writing it once. */
export async function mintSkill(tx: Tx, body: Skill): Promise<string> {
	const hash = hashOf(body);
	await tx.insert(t.skillVersion).values({ hash, body }).onConflictDoNothing();
	return hash;
}

/** Mints each rung's version and the ladder's: an order of rung versions. */
export async function mintLadder(tx: Tx, ladder: Ladder): Promise<string> {
	const body = orderOf(ladder);
	for (const [i, { version }] of body.order.entries())
		await tx.insert(t.rungVersion).values({ hash: version, body: ladder.rungs[i]?.settings }).onConflictDoNothing();
	const hash = hashOf(body);
	await tx.insert(t.ladderVersion).values({ hash, body }).onConflictDoNothing();
	return hash;
}
