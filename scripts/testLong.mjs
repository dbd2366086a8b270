// npm run test:long: what takes too long for every change. All cases of the property tests, of the
// seed of the day unless SEED says another, and every benchmark once, small, to see that it runs.
import { at, install, run } from "./lib.mjs";

install();
const seed = process.env.SEED ?? String(Math.floor(Date.now() / 86_400_000));
console.log(`Property tests with all their cases, seed ${seed}.`);
process.env.PEG_LONG = "1";
process.env.SEED = seed;
run(process.execPath, [at("node_modules", "jest", "bin", "jest.js")]);
run(process.execPath, [at("scripts", "bench.mjs"), "--small"]);
