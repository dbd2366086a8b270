// npm run planted: what the demo's model planted, for charts and people to find again.
import { install, runTs } from "./lib.mjs";

install();
runTs("scripts/planted.ts");
