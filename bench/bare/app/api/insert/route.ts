import { type Client, createClient, type InStatement } from "@libsql/client";

/**
 * The baseline of taking events in: the same rows into the same table with the same
 * indexes, as durably, in one transaction; nothing is checked and nothing is looked up.
 */
let client: Client | null = null;

const columns = [
	...["id", "act", "device", "dseq", "lamport", "at", "tz", "local_day", "actor"],
	...["kind", "lesson", "set_id", "student", "ladder", "rung", "body", "hash"],
];
const sql = `insert into event (${columns.join(", ")}) values (${columns.map(() => "?").join(", ")})`;
const fields: Record<string, string> = { local_day: "localDay", set_id: "set" };

type Value = string | number | null;

export async function POST(request: Request) {
	const { events } = (await request.json()) as { events: Record<string, Value>[] };
	client ??= createClient({ url: process.env.DATABASE_URL ?? "" });
	await client.batch(
		events.map(
			(event): InStatement => ({
				sql,
				args: columns.map((column) =>
					column === "body" ? JSON.stringify(event.body) : (event[fields[column] ?? column] ?? null),
				),
			}),
		),
		"write",
	);
	return Response.json({ kept: events.length });
}
