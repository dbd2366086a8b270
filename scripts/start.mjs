// npm start [-- --server] [-- --lan [--new-passcode]]: the coach's own database, empty at first. PORT, DATABASE_URL and PEG_STUDIOS are honoured.
import { at, build, install, runTs, serve } from "./lib.mjs";

install();
build();
const database = process.env.DATABASE_URL ?? `file:${at(".data", "studio.db")}`;
const lan = process.argv.includes("--lan");
const env = {
	NODE_ENV: "production",
	NEXT_TELEMETRY_DISABLED: "1",
	...(lan ? { PEG_LAN: "1" } : {}),
	...(process.argv.includes("--new-passcode") ? { PEG_NEW_PASSCODE: "1" } : {}),
};
if (process.argv.includes("--server")) runTs("server", process.argv.slice(2), env);
else {
	// A database that cannot be opened says why before anything is served.
	if (!process.env.PEG_STUDIOS) runTs("opens", [], { DATABASE_URL: database });
	if (lan) runTs("lan", [], { DATABASE_URL: database, ...env });
	else await serve({ database });
}
