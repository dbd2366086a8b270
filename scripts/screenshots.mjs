// npm run screenshots: one picture of each main view, from the demo studio.
import { build, install, runTs } from "./lib.mjs";

install();
build();
runTs("screenshots");
