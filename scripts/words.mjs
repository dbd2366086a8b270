// Every string that a person can read, with its place: to be listed, drawn from, or held to the guide.
//   npm run words                            all of them, by file
//   npm run words -- --check                 those that break a pattern of the guide; fails where there is one
//   npm run words -- --counts                how many break which rule
//   npm run words -- --sample 150 --seed 2027 so many drawn by a seed, of three words or more; --short draws the others
import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { at, sources } from "./lib.mjs";
import { doubles } from "./words/doubles.mjs";
import { readMessages, stringsIn } from "./words/extract.mjs";
import { broken, idleExceptions } from "./words/guide.mjs";

const { values: asked } = parseArgs({
	options: {
		check: { type: "boolean" },
		counts: { type: "boolean" },
		short: { type: "boolean" },
		sample: { type: "string" },
		seed: { type: "string", default: "2027" },
	},
});

readMessages(readFileSync(at("src/core/languages/english.ts"), "utf8"));
const files = sources().map((name) => ({ file: `src/${name}`, code: readFileSync(at(`src/${name}`), "utf8") }));
const all = files.flatMap(({ file, code }) => stringsIn(file, code).map((one) => ({ file, ...one })));
const line = ({ file, line: n, part, text }) => `${file}:${n} ${part ? `<${part}> ` : ""}${text}`;

/** Numbers from 0 to 1 that a seed decides (mulberry32). */
function dice(seed) {
	let state = seed >>> 0;
	return () => {
		state = (state + 0x6d2b79f5) >>> 0;
		let mixed = Math.imul(state ^ (state >>> 15), state | 1);
		mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
		return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
	};
}

/** So many of a list, each as likely as every other, in the order they were drawn. */
function drawn(list, count, seed) {
	const roll = dice(seed);
	const left = [...list];
	return Array.from(
		{ length: Math.min(count, left.length) },
		() => left.splice(Math.floor(roll() * left.length), 1)[0],
	);
}

const amiss = all.flatMap((one) => broken(one).map((wrong) => ({ ...one, ...wrong })));
if (asked.sample) {
	const words = ({ text }) =>
		text
			.replace(/\{[^}]*\}/g, "")
			.split(/\s+/)
			.filter((word) => /\p{L}/u.test(word)).length;
	const from = all.filter((one) => words(one) < 3 === Boolean(asked.short));
	console.log(`${asked.sample} of ${from.length}, seed ${asked.seed}`);
	for (const one of drawn(from, Number(asked.sample), Number(asked.seed))) console.log(line(one));
} else if (asked.counts) {
	console.log(`${all.length} visible strings`);
	for (const rule of [...new Set(amiss.map((one) => one.rule))].sort((a, b) => a - b))
		console.log(`rule ${rule}: ${amiss.filter((one) => one.rule === rule).length}`);
} else if (asked.check) {
	for (const one of amiss) console.error(`${line(one)}\n  rule ${one.rule}: ${one.why}`);
	const idle = idleExceptions();
	for (const { reason } of idle) console.error(`An exception excuses nothing any more; take it out: ${reason}`);
	const twice = doubles(files);
	for (const one of twice) console.error(`One value, one label. ${one}`);
	if (amiss.length + idle.length + twice.length > 0) process.exit(1);
} else for (const one of all) console.log(line(one));
