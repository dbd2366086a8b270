// npm run demo [-- --fresh]: installs, builds, makes and fills the demo database, serves it.
import { existsSync, rmSync } from "node:fs";
import { at, build, install, runTs, serve } from "./lib.mjs";

install();
build();
const file = at(".data", "demo.db");
if (process.argv.includes("--fresh")) for (const end of ["", "-wal", "-shm"]) rmSync(file + end, { force: true });
if (!existsSync(file)) runTs("scripts/seed.ts", [], { DATABASE_URL: `file:${file}` });
await serve({ database: `file:${file}`, note: "the demo studio; “npm run demo -- --fresh” makes it anew" });
