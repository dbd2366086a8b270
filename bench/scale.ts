import { MEANING } from "@/store/projection";
import { type Made, manyLessons } from "./manyLessons";
import { against } from "./measure";
import { serve, timed } from "./serve";

const folder = ".data/bench";

/** Pages of a studio of seven years against those of one of a few months. */
export async function scale(): Promise<void> {
	// What was brought up under another meaning would have to be made anew before the first page.
	const [few, many] = [`${folder}/10000-week-${MEANING}.db`, `${folder}/1000000-week-${MEANING}.db`];
	for (const [file, size, students] of [
		[few, { attempts: 10_000, copies: 1 }, 10],
		[many, { attempts: 1_000_000, copies: 6 }, 60],
	] as const)
		say(file, students, await manyLessons(file, size));
	const [large, small] = [await serve("product", many), await serve("product", few)];
	try {
		for (const [name, path] of [
			["Today with its week", "/"],
			["one student", "/students/isolde"],
			["lesson history", "/students/isolde/lessons"],
		] as const)
			await against({
				name: `${name}, asked for until the last byte, 1,000,000 attempts and 60 students`,
				baseline: "the same page with 10,000 attempts and 10 students",
				ours: () => timed(large.url + path),
				theirs: () => timed(small.url + path),
				turns: 40,
				unit: "ms",
				goal: 1.5,
			});
	} finally {
		large.end();
		small.end();
	}
}

function say(file: string, students: number, made: Made): void {
	const [pieces, rebuilt] = made.hashes;
	console.log(
		`${file}: ${made.attempts} attempts of ${students} students in ${made.events} events, made ${made.on};\n  what follows from them, brought up in ${made.pieces} pieces and made again at once (${made.rebuiltSeconds.toFixed(1)} s), is ${pieces === rebuilt ? "the same, row by row" : "NOT THE SAME"}`,
	);
	if (pieces !== rebuilt) process.exitCode = 1;
}
