import type { Client, Transaction } from "@libsql/client";
import { connect, placeOf } from "@/store/engine/connect";
import { copyTable } from "./copyTable";

/** The name under which a table of the other database can be read. */
export type Staged = (table: string) => string;

const WAIT_MS = 10_000;
/** Tables that were brought to a server to be read there begin with this; no table of ours does. */
const BROUGHT = "staged_";

/**
 * One transaction on a studio's database in which another database, a file here, can be read:
 * all that is done in it or nothing. Beside a file the other is attached. To a server its
 * rows are brought first, into tables that nothing else reads and that go afterwards; the
 * transaction itself then runs there as it does on a file.
 *
 * @param tables which tables of the other are read
 */
export async function inOneGo(
	url: string,
	other: string,
	tables: readonly string[],
	work: (tx: Transaction, staged: Staged) => Promise<void>,
): Promise<void> {
	const client = connect(url, WAIT_MS);
	try {
		if (placeOf(url).file !== null) {
			// The client keeps one connection until a transaction takes it: what is attached now is there in it.
			await client.execute({ sql: "attach ? as staged", args: [other] });
			await commit(client, (tx) => work(tx, (table) => `staged."${table}"`));
			return;
		}
		await letGo(client);
		try {
			const source = connect(`file:${other}`);
			try {
				for (const table of tables) await copyTable(source, table, client, BROUGHT + table);
			} finally {
				source.close();
			}
			await commit(client, (tx) => work(tx, (table) => `"${BROUGHT}${table}"`));
		} finally {
			await letGo(client);
		}
	} finally {
		client.close();
	}
}

async function commit(client: Client, work: (tx: Transaction) => Promise<void>): Promise<void> {
	const tx = await client.transaction("write");
	try {
		await tx.execute("pragma defer_foreign_keys = on");
		await work(tx);
		await tx.commit();
	} finally {
		tx.close();
	}
}

/** Lets go of what was brought, now or by one who was stopped at it. */
async function letGo(client: Client): Promise<void> {
	const { rows } = await client.execute(
		`select name from sqlite_master where type = 'table' and substr(name, 1, ${BROUGHT.length}) = '${BROUGHT}'`,
	);
	for (const row of rows) await client.execute(`drop table "${String(row.name)}"`);
}
