// npm run bench [-- NAME ...]: ratios against baselines that are code in bench/.
import { at, build, install, run } from "./lib.mjs";

install();
build();
run(process.execPath, ["--expose-gc", "--import", "tsx", at("bench", "run.ts"), ...process.argv.slice(2)]);
