import { and, eq, gt, lt } from "drizzle-orm";
import type { Store } from "./db";
import * as t from "./schema";

/** A job as every process of the studio can read it; its body is the server's to parse. */
export interface JobRow {
	id: string;
	kind: string;
	state: string;
	body: unknown;
	heardAt: number;
}

const DAY_MS = 86_400_000;

/**
 * Puts a new job there, unless another runs: one that was heard of since `alive`.
 *
 * @returns whether it is there now
 */
export function beginJob({ write }: Store, job: JobRow, alive: number): Promise<boolean> {
	return write(async (tx) => {
		const [other] = await tx
			.select({ id: t.job.id })
			.from(t.job)
			.where(and(eq(t.job.state, "running"), gt(t.job.heardAt, alive)));
		if (other) return false;
		await tx.delete(t.job).where(lt(t.job.heardAt, job.heardAt - DAY_MS));
		await tx.insert(t.job).values(job);
		return true;
	});
}

export async function findJob({ db }: Store, id: string): Promise<JobRow | null> {
	const [row] = await db.select().from(t.job).where(eq(t.job.id, id));
	return row ?? null;
}

/** Whether a job runs that was heard of since. */
export async function jobRuns({ db }: Store, alive: number): Promise<boolean> {
	const [row] = await db
		.select({ id: t.job.id })
		.from(t.job)
		.where(and(eq(t.job.state, "running"), gt(t.job.heardAt, alive)));
	return row !== undefined;
}

/** What a job says of itself now; nothing where somebody has stopped it, which is answered. */
export async function hearOfJob(store: Store, job: JobRow): Promise<"stopped" | "heard"> {
	const { rowsAffected } = await store.write((tx) =>
		tx
			.update(t.job)
			.set({ state: job.state, body: job.body, heardAt: job.heardAt })
			.where(and(eq(t.job.id, job.id), eq(t.job.state, "running"))),
	);
	if (rowsAffected > 0) return "heard";
	const now = await findJob(store, job.id);
	return now?.state === "stopped" ? "stopped" : "heard";
}

/** Asks a job to stop, wherever it runs. */
export async function askToStop({ write }: Store, id: string): Promise<void> {
	await write((tx) =>
		tx
			.update(t.job)
			.set({ state: "stopped" })
			.where(and(eq(t.job.id, id), eq(t.job.state, "running"))),
	);
}

export async function dropJob({ write }: Store, id: string): Promise<void> {
	await write((tx) => tx.delete(t.job).where(eq(t.job.id, id)));
}
