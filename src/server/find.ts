"use server";

import { type Hit, readFind } from "./readFind";

/** What the server finds that a device does not hold: texts of skills, and everything said; the latest first. */
export async function findOnServer(query: unknown): Promise<{ name: string; hits: Hit[] }[]> {
	if (typeof query !== "string") return [];
	const { groups } = await readFind(query);
	return groups
		.filter(({ name }) => name === "Skills" || name === "Said and noted")
		.map(({ name, hits }) => ({ name, hits: hits.slice(0, 8) }));
}
