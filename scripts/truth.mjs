// npm run truth: what insight says of simulated students, into docs/truth.md.
import { install, runTs } from "./lib.mjs";

install();
runTs("truth");
