"use server";

import { revalidatePath } from "next/cache";
import * as z from "zod/mini";
import { usualDifficulties } from "@/core/difficulty/usual";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import { ident } from "@/core/text/fields";
import { findCoach, saveCoach } from "@/store/coach";
import { type LoggedOrigin, originsInLog, type Weighed, weighSteps } from "./readStudio";
import { store, upToDate } from "./store";

/** What steps really weighed: asked for by a press, since it reads many lessons try by try. */
export async function weigh(): Promise<Outcome<Weighed[]>> {
	return { ok: true, value: await weighSteps(await upToDate()) };
}

/** What the log shows of where a skill's faults start: asked for by a press, as above. */
export async function askOrigins(skill: unknown): Promise<Outcome<{ found: LoggedOrigin[]; asked: number }>> {
	const read = parse(z.object({ skill: ident }), { skill });
	return read.ok ? { ok: true, value: await originsInLog(await upToDate(), read.value.skill) } : read;
}

const QUARTERS = 4;

/** A difficulty's steps at what they were found to weigh, for ladders that are built from now on. */
export async function takeWeight(difficulty: unknown, times: unknown): Promise<Outcome<null>> {
	const read = parse(
		z.object({ difficulty: ident, times: z.number().check(z.gte(0.1), z.lte(10)) }),
		{ difficulty, times },
		{ times: "weight" },
	);
	if (!read.ok) return read;
	const open = await store();
	const { at, coach } = await findCoach(open);
	const difficulties = coach.difficulties ?? [...usualDifficulties];
	if (!difficulties.some(({ id }) => id === read.value.difficulty))
		return refuse("difficulty", "This scale belongs to a skill or a ladder. Change it there. Nothing was changed.");
	const saved = await saveCoach(
		open,
		{
			...coach,
			difficulties: difficulties.map((one) =>
				one.id === read.value.difficulty
					? {
							...one,
							notches: one.notches.map((notch, i) =>
								i === 0
									? notch
									: {
											...notch,
											weight: Math.max(1, Math.round(QUARTERS * notch.weight * read.value.times)) / QUARTERS,
										},
							),
						}
					: one,
			),
		},
		at,
	);
	if (!saved.ok) return saved;
	revalidatePath("/", "layout");
	return { ok: true, value: null };
}
