import { beat } from "./beat";
import { between } from "./between";
import { courtside, memory } from "./courtside";
import { curves } from "./curves";
import { day } from "./day";
import { doors } from "./doors";
import { files } from "./files";
import { finder } from "./finder";
import { fits } from "./fits";
import { plan } from "./plan";
import { positions } from "./positions";
import { push } from "./push";
import { replica } from "./replica";
import { rungs } from "./rungs";
import { scale } from "./scale";
import { tables } from "./tables";
import { tap } from "./tap";
import { typing } from "./typing";
import { weight } from "./weight";
import { worst } from "./worst";

/** npm run bench [-- NAME ...]: ratios against named baselines, each pair in turns within one run. */
const benches: Record<string, () => void | Promise<void>> = {
	curves,
	worst,
	finder,
	plan,
	fits,
	tap,
	beat,
	courtside,
	memory,
	between,
	typing,
	positions,
	rungs,
	push,
	replica,
	weight,
	files,
	tables,
	scale,
	day,
	doors,
};

const asked = process.argv.slice(2);
const unknown = asked.find((name) => !(name in benches));
if (unknown) {
	console.error(`There is no benchmark called ${unknown}. There are: ${Object.keys(benches).join(", ")}.`);
	process.exit(2);
}
for (const [name, bench] of Object.entries(benches)) {
	if (asked.length > 0 && !asked.includes(name)) continue;
	console.log(`\n== ${name}`);
	await bench();
}
