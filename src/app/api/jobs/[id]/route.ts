import { NextResponse } from "next/server";
import * as z from "zod/mini";
import { parse } from "@/core/refusals/refusals";
import { busy, forget, jobOf, site, startRestore, startTake, stopJob } from "@/server/jobs";
import { readJson, refused, stranger } from "@/server/route";
import { closedKinds } from "@/store/bulk/closedSince";

interface Context {
	params: Promise<{ id: string }>;
}

const gone = () =>
	refused(404, [{ path: "id", sentence: "This task no longer exists. The server may have restarted." }]);

/** How far a job is, and what came of it. */
export async function GET(request: Request, { params }: Context) {
	const away = stranger(request);
	if (away) return away;
	const job = await jobOf(await site(), (await params).id);
	return job ? NextResponse.json(job) : gone();
}

const Act = z.union([
	z.strictObject({ act: z.literal("stop") }),
	z.strictObject({ act: z.literal("forget") }),
	z.strictObject({ act: z.literal("restore"), reopen: z.array(z.enum(closedKinds)) }),
	z.strictObject({
		act: z.literal("take"),
		mode: z.enum(["whole", "merge"]),
		differing: z.enum(["keep", "take"]),
	}),
]);

/** Stops a job, lets its file go, or goes on with what a check has found. */
export async function POST(request: Request, { params }: Context) {
	const away = stranger(request);
	if (away) return away;
	const { id } = await params;
	const at = await site();
	if (!(await jobOf(at, id))) return gone();
	const body = parse(Act, await readJson(request));
	if (!body.ok) return refused(400, body.refusals);
	const { value } = body;
	if (value.act === "stop") await stopJob(at, id);
	else if (value.act === "forget") await forget(at, id);
	else {
		if (await busy(at))
			return refused(409, [{ path: "", sentence: "Another task is running. Wait until it ends, or stop it." }]);
		const next = await (value.act === "restore"
			? startRestore(at, id, value.reopen)
			: startTake(at, id, { mode: value.mode, differing: value.differing }));
		if (!next)
			return refused(409, [{ path: "", sentence: "This file cannot be imported yet. See the problems listed." }]);
		return NextResponse.json({ id: next });
	}
	return NextResponse.json({ id });
}
