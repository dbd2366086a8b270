import { MEANING } from "@/store/projection";
import { type Made, manyLessons } from "./manyLessons";
import { against, few as some } from "./measure";
import { serve, timed } from "./serve";

const folder = ".data/bench";
/** Seven years of a coach with sixty students. */
const MANY = some(1_000_000, 20_000);

/** Pages of a studio of seven years against those of one of a few months. */
export async function scale(): Promise<void> {
	// What was brought up under another meaning would have to be made anew before the first page.
	const [few, many] = [`${folder}/10000-week-${MEANING}.db`, `${folder}/${MANY}-week-${MEANING}.db`];
	const peopled = `${folder}/10000-60-week-${MEANING}.db`;
	for (const [file, size, students] of [
		[few, { attempts: 10_000, copies: 1 }, 10],
		[peopled, { attempts: 10_000, copies: 6 }, 60],
		[many, { attempts: MANY, copies: 6 }, 60],
	] as const)
		say(file, students, await manyLessons(file, size));
	const [large, small, asMany] = [
		await serve("product", many),
		await serve("product", few),
		await serve("product", peopled),
	];
	const compared = (name: string, path: string, from: typeof small, baseline: string, goal: number | null) =>
		against({
			name: `${name}, asked for until the last byte, ${MANY} attempts and 60 students`,
			baseline,
			ours: () => timed(large.url + path),
			theirs: () => timed(from.url + path),
			turns: 40,
			unit: "ms",
			goal,
		});
	const fewer = "the same page with 10,000 attempts and 10 students";
	try {
		await compared("Today with a week of 60", "/", asMany, "the same week of 60 students with 10,000 attempts", 1.5);
		await compared("Today with a week of 60", "/", small, fewer, null);
		await compared(
			"the month of everybody",
			"/calendar/month",
			asMany,
			"the same month of 60 students with 10,000 attempts",
			1.5,
		);
		await compared("the calendar", "/calendar", asMany, "the same calendar of 60 students with 10,000 attempts", 1.5);
		await compared("one student", "/students/isolde", small, fewer, 1.5);
		await compared("then and now", "/students/isolde/progress", small, fewer, 1.5);
		await compared("lesson history", "/students/isolde/lessons", small, fewer, 1.5);
	} finally {
		for (const one of [large, small, asMany]) one.end();
	}
}

function say(file: string, students: number, made: Made): void {
	const [pieces, rebuilt] = made.hashes;
	console.log(
		`${file}: ${made.attempts} attempts of ${students} students in ${made.events} events, made ${made.on};\n  what follows from them, brought up in ${made.pieces} pieces and made again at once (${made.rebuiltSeconds.toFixed(1)} s), is ${pieces === rebuilt ? "the same, row by row" : "NOT THE SAME"}`,
	);
	if (pieces !== rebuilt) process.exitCode = 1;
}
