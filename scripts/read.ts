// Reads a file that came from outside, or works plans out, in a process of its own with limits: whatever is in it,
// the server goes on answering. The file's text comes on standard input; the outcome goes to standard output as JSON.

import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { readBusy } from "@/core/formats/calendar";
import { readHandOn } from "@/core/formats/handOn";
import { hashOfBytes } from "@/core/hash/hash";
import type { LessonPlan } from "@/core/plan/plan";
import { solveFully } from "@/core/plan/solved";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import type { ReadKind, SharedFile } from "@/server/readApart";

const [kind = "", ...words] = process.argv.slice(2);

const kinds: Record<ReadKind, (text: string) => Outcome<unknown>> = {
	/** calendar ZONE FROM TO */
	calendar: (text) => readBusy(text, words[0] ?? "UTC", Number(words[1]), Number(words[2])),
	/** handOn FOLDER: pictures are written there, each under its hash. */
	handOn(text): Outcome<SharedFile> {
		const told = readHandOn(text);
		if (!told.ok) return told;
		const { pictures, ...rest } = told.value;
		if (pictures.some(({ hash, body }) => hashOfBytes(body) !== hash))
			return refuse("pictures", "A picture in the file is not what it says it is; have it handed on again.");
		for (const { hash, body } of pictures)
			writeFileSync(join(words[0] ?? "", hash), Buffer.from(body, "base64"), { mode: 0o600 });
		return { ok: true, value: { ...rest, pictures: pictures.map(({ hash, type }) => ({ hash, type })) } };
	},
	/** plans: the studio's own, which only take long. */
	plans: (text) => ({ ok: true, value: (JSON.parse(text) as LessonPlan[]).map(solveFully) }),
};

let text = "";
process.stdin.setEncoding("utf8");
for await (const piece of process.stdin) text += piece;
process.stdout.write(JSON.stringify(kinds[kind as ReadKind](text)));
