// npm run demo [-- --fresh] [-- --server]: installs, builds, makes and fills the demo database, serves it.
import { existsSync, rmSync } from "node:fs";
import { at, build, install, runTs, serve } from "./lib.mjs";

install();
build();
if (process.argv.includes("--server")) {
	runTs("server", ["--demo", ...process.argv.slice(2)], { NODE_ENV: "production" });
	process.exit();
}
const file = at(".data", "demo.db");
if (process.argv.includes("--fresh")) for (const end of ["", "-wal", "-shm"]) rmSync(file + end, { force: true });
if (!existsSync(file)) runTs("seed", [], { DATABASE_URL: `file:${file}` });
await serve({ database: `file:${file}`, note: "the demo studio. To start it again: npm run demo -- --fresh" });
