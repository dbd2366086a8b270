import pino from "pino";

/**
 * What happens on the server, a line of JSON each on standard error: places without ids,
 * kinds of errors without their words. What somebody wrote, or who they are, is in no line: a
 * database's error says the values it was given, so only its name, code and where it arose are
 * told. PEG_LOG=debug tells every request; else only what is slow or fails.
 */
export const log = pino(
	{ base: null, level: process.env.PEG_LOG ?? "warn", timestamp: pino.stdTimeFunctions.isoTime, messageKey: "what" },
	pino.destination({ dest: 2, sync: true }),
);

/** Frames of a stack that are told; the words before them are not. */
const FRAMES = 8;

/** What may be said of an error: what kind it is, and where it arose, of it and of what caused it. */
export function errorFacts(error: unknown): Record<string, unknown> {
	if (!(error instanceof Error)) return { error: typeof error };
	const { code, digest } = error as { code?: unknown; digest?: unknown };
	const frames = (error.stack ?? "")
		.split("\n")
		.filter((line) => /^\s+at /.test(line))
		.slice(0, FRAMES)
		.map((line) => line.trim());
	return {
		error: error.name,
		...(typeof code === "string" ? { code } : {}),
		...(typeof digest === "string" ? { digest } : {}),
		at: frames,
		...(error.cause === undefined ? {} : { cause: errorFacts(error.cause) }),
	};
}
