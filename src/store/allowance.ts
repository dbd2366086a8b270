import type { InValue } from "@libsql/client";
import { type IRateLimiterOptions, RateLimiterMemory, RateLimiterSQLite } from "rate-limiter-flexible";
import type { Store } from "./db";

type Answer = (error: Error | null, row?: unknown) => void;

/**
 * The database as the limiter speaks to one. Each of its statements is whole by itself, so the
 * savepoints it sets around one are left out: on a server each would be a journey of its own.
 */
function asLimiterKnows({ client }: Store) {
	const ask = (sql: string, params: InValue[], answer: Answer) => {
		if (/savepoint/i.test(sql)) return answer.call({ changes: 0 }, null);
		client.execute({ sql, args: params }).then(
			({ rows, rowsAffected }) => answer.call({ changes: rowsAffected }, null, rows[0] ?? null),
			(error) => answer(error instanceof Error ? error : new Error(String(error))),
		);
	};
	const withOrWithout = (sql: string, params: InValue[] | Answer, answer?: Answer) =>
		typeof params === "function" ? ask(sql, [], params) : ask(sql, params, answer ?? (() => {}));
	return { serialize: (work: () => void) => work(), run: withOrWithout, get: withOrWithout };
}

/**
 * How often something may be done in a while, counted in the studio's database, so that all
 * of its app processes count together. While the database cannot be written this process
 * counts alone.
 */
export function allowance(
	store: Store,
	what: string,
	{ points, duration }: Required<Pick<IRateLimiterOptions, "points" | "duration">>,
) {
	return new RateLimiterSQLite({
		storeClient: asLimiterKnows(store),
		storeType: "sqlite3",
		tableName: "allowance",
		tableCreated: true,
		keyPrefix: what,
		points,
		duration,
		// Who is over it is turned away from memory, without a write.
		inMemoryBlockOnConsumed: points + 1,
		insuranceLimiter: new RateLimiterMemory({ keyPrefix: what, points, duration }),
	});
}

/** Lets go of counts whose time is over. */
export async function dropOldAllowances({ client }: Store, now: number): Promise<void> {
	await client.execute({ sql: "delete from allowance where expire < ?", args: [now] });
}

export type Allowance = ReturnType<typeof allowance>;
