import { NextResponse } from "next/server";
import * as z from "zod/mini";
import { parse } from "@/core/refusals/refusals";
import { ident, label } from "@/core/text/fields";
import { lookAtHandOn, takeHandOn } from "@/server/handOn";
import { fileToHandOn } from "@/server/readHandOn";
import { readAtMost, refused, stranger } from "@/server/route";

const Asked = z.object({ skill: z.optional(ident), ladder: z.optional(ident), author: label(80) });

/** A skill, or a ladder with its skill, as a file to hand on: no student is in it. */
export async function GET(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const asked = parse(Asked, Object.fromEntries(new URL(request.url).searchParams), { author: "your name" });
	if (!asked.ok) return refused(400, asked.refusals);
	const made = await fileToHandOn(asked.value);
	if (!made.ok) return refused(404, made.refusals);
	const name = made.value.skill.name.replace(/[^A-Za-z0-9]+/g, "-").toLowerCase();
	return new Response(JSON.stringify(made.value, null, "\t"), {
		headers: {
			"content-type": "application/json; charset=utf-8",
			"content-disposition": `attachment; filename="${made.value.ladder ? "ladder" : "skill"}-${name || "handed-on"}.json"`,
			"cache-control": "no-store",
		},
	});
}

const MB = 1_000_000;
const MOST_MB = 30;

/** A file that was handed on: looked at, or, with `take`, taken in for a student. */
export async function POST(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const text = await readAtMost(request, MOST_MB * MB);
	if (text === null)
		return refused(413, [
			{
				path: "file",
				sentence: `The file is larger than the ${MOST_MB} MB limit. Ask for a file with fewer pictures.`,
			},
		]);
	const asked = new URL(request.url).searchParams;
	const outcome = asked.has("take") ? await takeHandOn(text, asked.get("student")) : await lookAtHandOn(text);
	return outcome.ok ? NextResponse.json(outcome.value) : refused(400, outcome.refusals);
}
