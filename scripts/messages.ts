// npm run messages: the words of the student's page, compiled once, so that nothing that shows them carries a parser.
import { writeFileSync } from "node:fs";
import { compileMessageOrThrow } from "@lingui/message-utils/compileMessage";
import { besidePage, onPage } from "@/core/languages/english";

for (const [name, messages] of Object.entries({ onPage, besidePage }))
	writeFileSync(
		`src/core/languages/${name}.json`,
		`${JSON.stringify(Object.fromEntries(Object.entries(messages).map(([id, words]) => [id, compileMessageOrThrow(words)])))}\n`,
	);
