// Writes a table as CSV to standard output: the server starts this for a table that is long, so
// that it holds no more memory than before, and ends it when nobody reads any more.

import { once } from "node:events";
import { tableNames } from "@/core/formats/tables";
import { exportCsv } from "@/store/bulk/exportCsv";
import { openStore } from "@/store/db";

const [of, student = ""] = process.argv.slice(2);
const table = tableNames.find((name) => name === of);
if (!table || !process.env.DATABASE_URL) throw new Error("DATABASE_URL and the name of a table are needed");
const store = await openStore(process.env.DATABASE_URL);
for await (const piece of exportCsv(store, table, student || null))
	if (!process.stdout.write(piece)) await once(process.stdout, "drain");
store.close();
