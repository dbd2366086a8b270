"use server";

import * as z from "zod/mini";
import { type Outcome, parse } from "@/core/refusals/refusals";
import { ident, whole } from "@/core/text/fields";
import { bestInSeconds } from "@/store/lessons";
import { upToDate } from "./store";

/** By the rung, the most good ones of a set of so many seconds; a rung without any is not in it. */
export async function bestsOf(rungs: unknown, seconds: unknown): Promise<Outcome<Record<string, number>>> {
	const read = parse(
		z.object({ rungs: z.array(ident).check(z.maxLength(100)), seconds: whole(1, 3600) }),
		{ rungs, seconds },
		{ seconds: "seconds" },
	);
	if (!read.ok) return read;
	return { ok: true, value: await bestInSeconds(await upToDate(), read.value.rungs, read.value.seconds) };
}
