// npm run studio -- …: see scripts/studio.ts.
import { install, runTs } from "./lib.mjs";

install();
runTs("scripts/studio.ts", process.argv.slice(2));
