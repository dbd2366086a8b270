// npm run bench [-- [--small] NAME ...]: ratios against baselines that are code in bench/. Small, each is run once to see that it runs.
import { at, build, install, run } from "./lib.mjs";

const args = process.argv.slice(2);
const names = args.filter((one) => one !== "--small");
if (names.length < args.length) process.env.PEG_BENCH = "small";
install();
build();
run(process.execPath, ["--expose-gc", "--import", "tsx", at("bench", "run.ts"), ...names]);
