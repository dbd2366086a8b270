// npm run soak: an hour of mixed work with the memory it takes. MINUTES for less, ON=server for a libSQL server.
import { at, build, install, run } from "./lib.mjs";

install();
build();
run(process.execPath, ["--import", "tsx", at("bench", "soak.ts")]);
