// npm run bench: ratios against baselines that are code in bench/.
import { spawnSync } from "node:child_process";
import { at, install, root } from "./lib.mjs";

install();
const { status } = spawnSync(process.execPath, ["--expose-gc", "--import", "tsx", at("bench", "run.ts")], {
	cwd: root,
	stdio: "inherit",
});
process.exit(status ?? 1);
