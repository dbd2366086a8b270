// npm run rule -- '<json>' [--limit 36] [--not-ready 0.6] [--ready 0.85] [--json]
import { install, runTs } from "./lib.mjs";

install();
runTs("rule", process.argv.slice(2));
