// npm run planted [-- --json]: what the demo's model planted, for charts and people to find again.
import { install, runTs } from "./lib.mjs";

install();
runTs("planted", process.argv.slice(2));
