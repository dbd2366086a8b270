// npm run studio -- …: see scripts/studio.ts.
import { install, runTs } from "./lib.mjs";

install();
runTs("studio", process.argv.slice(2));
