import * as z from "zod/mini";
import { plural } from "@/core/words/numbers";
import { whole } from "@/core/words/text";
import { defineRule, MET } from "./kind";

const schema = z.object({ kind: z.literal("length"), length: whole(1, 100000), times: whole(1, 60) });
export type Length = z.infer<typeof schema>;

/** That length, reached in any `times` attempts of the visit; they need not follow on each other. */
export const length = defineRule<Length, number>({
	kind: "length",
	title: "So long, so many times",
	needs: "length",
	schema,
	fields: [
		{ name: "length", label: "length", type: "number", low: 1, high: 100000 },
		{ name: "times", label: "times", type: "number", low: 1, high: 60 },
	],
	fresh: { kind: "length", length: 20, times: 3 },
	sentence: ({ length: long, times }) => `a length of ${long}, ${plural(times, "time")}`,
	start: () => 0,
	// A try the gate refuses does not count, however long it was.
	step: ({ length: long, times }, done, { refused, length: went = 0 }) =>
		done < times && !refused && went >= long ? done + 1 : done,
	status: ({ length: long, times }, done) => ({
		met: done >= times,
		bust: false,
		progress: { value: done, target: times, words: `of length ${long}` },
	}),
	key: ({ times }, done) => (done >= times ? MET : String(done)),
	looks: ({ length: long }) => ({ length: [0, long] }),
	best: ({ length: long }, attempts) => attempts.filter((one) => !one.refused && (one.length ?? 0) >= long),
});
