"use server";

import { type Hit, readFind } from "./readFind";

/** Words of a question that nothing is found by: "what did I say about height" asks for height. */
const asking = /^(a|about|and|did|for|have|how|i|in|is|it|me|my|of|on|say|said|tell|the|to|was|what|when|where|who)$/i;

function withoutQuestion(query: string): string {
	const words = query.split(/\s+/);
	const left = words.filter((word) => !asking.test(word.replace(/\W/g, "")));
	return (left.length > 0 ? left : words).join(" ").replaceAll("?", "");
}

/** What the server finds that a device does not hold: texts of skills, and everything said; the latest first. */
export async function findOnServer(query: unknown): Promise<{ name: string; hits: Hit[] }[]> {
	if (typeof query !== "string") return [];
	const { groups } = await readFind(withoutQuestion(query));
	return groups
		.filter(({ name }) => name === "Skills" || name === "Said and noted")
		.map(({ name, hits }) => ({ name, hits: hits.slice(0, 8) }));
}
