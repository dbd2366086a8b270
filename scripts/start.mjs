// npm start: the coach's own database, empty at first. PORT and DATABASE_URL are honoured.
import { at, build, install, serve } from "./lib.mjs";

install();
build();
await serve({ database: process.env.DATABASE_URL ?? `file:${at(".data", "studio.db")}` });
