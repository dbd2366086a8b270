// npm start [-- --lan [--new-passcode]]: the coach's own database, empty at first. PORT and DATABASE_URL are honoured.
import { at, build, install, runTs, serve } from "./lib.mjs";

install();
build();
const database = process.env.DATABASE_URL ?? `file:${at(".data", "studio.db")}`;
if (process.argv.includes("--lan"))
	runTs("scripts/lan.ts", [], {
		DATABASE_URL: database,
		NODE_ENV: "production",
		PEG_LAN: "1",
		...(process.argv.includes("--new-passcode") ? { PEG_NEW_PASSCODE: "1" } : {}),
		NEXT_TELEMETRY_DISABLED: "1",
	});
else await serve({ database });
