import { NextResponse } from "next/server";
import * as z from "zod/mini";
import { parse, parseStored } from "@/core/refusals/refusals";
import { ident } from "@/core/text/fields";
import { jsonTrouble } from "@/core/text/json";
import { readJson, refused, stranger } from "@/server/route";
import { store } from "@/server/store";
import { WritingAt } from "@/server/writingAt";
import { findDraft, findSkill, keepSkill, writingAt } from "@/store/skills";

const Typed = z.object({
	at: WritingAt,
	skill: z.looseObject({}),
});

/** Where the writing of a skill stands. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
	const away = stranger(request);
	if (away) return away;
	const id = parse(ident, (await params).id);
	if (!id.ok) return refused(400, id.refusals);
	const open = await store();
	const [skill, draft] = await Promise.all([findSkill(open, id.value), findDraft(open, id.value)]);
	return NextResponse.json(writingAt(skill, draft));
}

/** Keeps what is typed into a skill, right or not: the answer says whether it is in force, and what is still amiss. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
	const away = stranger(request);
	if (away) return away;
	const id = parse(ident, (await params).id);
	if (!id.ok) return refused(400, id.refusals);
	const sent = await readJson(request);
	const trouble = jsonTrouble(sent);
	if (trouble) return refused(400, [{ path: "skill", sentence: trouble }]);
	// A draft is kept as it was typed, to the last space.
	const typed = parseStored(Typed, sent, { at: "place", skill: "skill" });
	if (!typed.ok) return refused(400, typed.refusals);
	const outcome = await keepSkill(await store(), id.value, typed.value.at, typed.value.skill);
	return outcome.ok ? NextResponse.json(outcome.value) : refused(409, outcome.refusals);
}
