import { inArray } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import { HAND_ON, type HandOn, picturesIn, skillToHandOn } from "@/core/formats/handOn";
import { copyLadder } from "@/core/ladder/twin";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import type { PictureType } from "@/core/skill/picture";
import { serverDay } from "@/store/days";
import { railedLadders } from "@/store/ladders";
import * as t from "@/store/schema";
import { findSkill } from "@/store/skills";
import { upToDate } from "./store";

/** What is handed on: a skill as it is in force, or a ladder with the skill as it follows it. */
export async function fileToHandOn({
	skill,
	ladder,
	author,
}: {
	skill?: string | undefined;
	ladder?: string | undefined;
	author: string;
}): Promise<Outcome<HandOn>> {
	const open = await upToDate();
	const [row] = ladder ? await railedLadders(open, { ids: [ladder] }) : [];
	const body = ladder ? row?.followed : skill ? (await findSkill(open, skill))?.skill : undefined;
	if (!body) return refuse(ladder ? "ladder" : "skill", `This ${ladder ? "ladder" : "skill"} was deleted.`);
	const told = skillToHandOn(body, author);
	const hashes = picturesIn(told);
	const pictures =
		hashes.length > 0 ? await open.db.select().from(t.picture).where(inArray(t.picture.hash, hashes)) : [];
	return {
		ok: true,
		value: {
			format: HAND_ON,
			version: 1,
			author,
			day: serverDay(),
			skill: told,
			// Its rungs get ids of their own: nothing leads back to whose it was.
			ladder: row ? copyLadder(row.ladder, uuid, null) : null,
			pictures: pictures.map(({ hash, type, body: bytes }) => ({ hash, type: type as PictureType, body: bytes })),
		},
	};
}
