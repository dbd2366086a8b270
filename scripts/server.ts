// npm start -- --server, npm run demo -- --server: the studio on a libSQL server of this machine,
// whose databases lie in .data/server. With --lan, for the phones beside it.
import { fillDemo } from "@demo/fill";
import { openStore } from "@/store/db";
import { makeNamespace, startSqld } from "@/store/engine/sqld";
import { today } from "@/ui/dates";
import { at, serve } from "./lib.mjs";

const demo = process.argv.includes("--demo");
const sqld = await startSqld(at(".data", "server"));
process.on("exit", () => sqld.process.kill("SIGTERM"));
process.env.PEG_SERVER_ACCESS = sqld.accessFile;
const url = await makeNamespace(sqld, demo ? "demo" : "studio");
const store = await openStore(url);
const { rows } = await store.client.execute("select 1 from event limit 1");
store.close();
if (demo && (rows.length === 0 || process.argv.includes("--fresh"))) {
	console.log("Filling the demo studio.");
	await fillDemo(url, today());
}
console.log(
	`The libSQL server is at ${sqld.url}. Its secret is in ${sqld.accessFile}, which only you can read.\nFrom another terminal: DATABASE_URL='${url}' npm run workbook -- …`,
);
if (process.argv.includes("--lan")) {
	process.env.DATABASE_URL = url;
	await import("./lan");
} else await serve({ database: url, note: "on a libSQL server of this machine" });
