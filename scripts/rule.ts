import { parseArgs } from "node:util";
import { LESSONS, operatingCurve, shiftAt } from "@/core/analysis/analyse";
import { passedWithin } from "@/core/analysis/overLessons";
import { at, readings } from "@/core/analysis/readings";
import { parse } from "@/core/refusals/refusals";
import { Rule, ruleSentence } from "@/core/rules";

const help = `npm run rule -- '{"kind":"rolling","k":9,"n":12}' [--limit 36] [--not-ready 0.6] [--ready 0.85] [--json]`;

function fail(sentences: readonly string[]): never {
	for (const sentence of sentences) console.error(sentence);
	process.exit(2);
}

const { values, positionals } = parseArgs({
	allowPositionals: true,
	options: {
		limit: { type: "string", default: "36" },
		"not-ready": { type: "string", default: "0.6" },
		ready: { type: "string", default: "0.85" },
		json: { type: "boolean", default: false },
	},
});
const raw = positionals[0];
if (raw === undefined) fail([help]);
let read: unknown;
try {
	read = JSON.parse(raw ?? "");
} catch (error) {
	fail([
		`The rule is not JSON: ${error instanceof Error ? error.message : "unreadable"}. An example: {"kind":"rolling","k":9,"n":12}`,
	]);
}
const rule = parse(Rule, read);
if (!rule.ok) fail(rule.refusals.map((r) => r.sentence));
const [limit, notReady, ready] = [values.limit, values["not-ready"], values.ready].map(Number) as [
	number,
	number,
	number,
];
for (const [name, rate] of [
	["--not-ready", notReady],
	["--ready", ready],
] as const)
	if (!(rate >= 0 && rate <= 1)) fail([`${name}: enter a rate from 0 to 1, not ${rate}.`]);
const curve = operatingCurve(rule.value, limit);
if (!curve.ok) fail(curve.refusals.map((r) => r.sentence));

const sentence = `${ruleSentence(rule.value)}, at most ${limit} tries`;
const said = readings(curve.value, notReady, ready, rule.value);
const shift = shiftAt(rule.value, notReady, limit);
const lessons = (p: number) => LESSONS.map((n) => passedWithin(rule.value, p, n));
if (values.json)
	console.log(JSON.stringify({ sentence, limit, readings: said, curve: curve.value, shift }, null, "\t"));
else {
	const { rates, pass, attempts, advised } = curve.value;
	console.log(`${sentence}\n`);
	for (const line of said) console.log(line);
	console.log(
		`\nIndependent tries at one fixed rate${curve.value.standardError > 0 ? `, simulated: standard error up to ${curve.value.standardError.toFixed(4)}` : `; exact, ${curve.value.states} states`}.`,
	);
	const change = (to: number) => `${to >= shift.plain.pass ? "up" : "down"} to ${to.toFixed(3)}`;
	console.log(
		`At ${notReady} (${shift.plain.pass.toFixed(3)} played): sticky tries shift it ${change(shift.sticky.pass)}, good and bad days ${change(shift.days.pass)}; standard error ${shift.plain.standardError.toFixed(3)}.\n`,
	);
	console.log("rate   pass    tries   3 lessons  5 lessons  advice followed");
	for (let i = 0; i < rates.length; i += 5) {
		const rate = rates[i] as number;
		const [, three, five] = lessons(at(curve.value, pass, rate));
		console.log(
			`${rate.toFixed(2)}   ${(pass[i] as number).toFixed(4)}  ${(attempts[i] as number).toFixed(2).padStart(5)}   ${(three as number).toFixed(4)}     ${(five as number).toFixed(4)}     ${advised ? (advised.pass[i] as number).toFixed(4) : "-"}`,
		);
	}
}
