"use client";

import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { english, type MessageId, messageIds } from "@/core/languages/english";
import { compileLanguage, Language, languageLabels } from "@/core/languages/language";
import { directionOf } from "@/core/languages/locale";
import { type Outcome, parse } from "@/core/refusals/refusals";
import { plural } from "@/core/text/lists";
import { keepLanguage, removeLanguage } from "@/server/languages";
import type { DocumentKind } from "@/ui/documentEditor";
import { Complaint } from "@/ui/FormRow";
import { InForce } from "@/ui/InForce";
import { Refusals } from "@/ui/Refusals";
import { UndoRedo } from "@/ui/UndoRedo";
import { useDocument } from "@/ui/useDocument";
import { useRefusals } from "@/ui/useRefusals";
import { ImportTable } from "./ImportTable";
import css from "./languages.module.css";

const checked = (values: Language): Outcome<unknown> => {
	const read = parse(Language, values, languageLabels);
	if (!read.ok) return read;
	const { refused } = compileLanguage(read.value);
	return refused.length > 0 ? { ok: false, refusals: refused } : read;
};

const languageDocument: DocumentKind<Language, { id: string; rev: number }> = {
	// What was typed is brought back as it was, readable or not.
	read: (value) => (typeof (value as Language | null)?.messages === "object" ? (value as Language) : null),
	check: checked,
	save: keepLanguage,
};

/** A language's messages beside the English ones: typed here, or filled in elsewhere and imported. */
export function LanguageTable({ at, language }: { at: { id: string; rev: number }; language: Language }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const { values, rested, edit, steps, inForce } = useDocument(
		`peg-ladder draft language ${at.id}`,
		at,
		language,
		languageDocument,
	);
	const [missing, setMissing] = useState(false);
	// Those that are shown stay where they are while they are filled in.
	const shown = useMemo(
		() => messageIds.filter((id) => !missing || !language.messages[id]),
		[missing, language.messages],
	);
	const wrong = useMemo(
		() => new Map(compileLanguage(rested).refused.map(({ path, sentence }) => [path, sentence])),
		[rested],
	);
	return (
		<section aria-label={values.name} className={css.open}>
			<div className={css.head}>
				<h2 dir="auto">{values.name}</h2>
				<UndoRedo {...steps} />
				<InForce {...inForce} />
			</div>
			<div className={css.acts}>
				<a href={`/api/languages/${at.id}`} download>
					download the table
				</a>
				<ImportTable
					code={at.id}
					onTake={(messages) => edit({ messages: { ...values.messages, ...messages } }, "import")}
				/>
				<Form.Check
					id="language-missing"
					label="only what is still in English"
					checked={missing}
					onChange={(event) => setMissing(event.target.checked)}
				/>
			</div>
			<p className="mute">
				Keep the parts in braces, such as {"{day}"}, as they are. A number that changes its noun needs every plural form
				of the language.
			</p>
			<ol className={css.table}>
				{shown.map((id) => (
					<Message
						key={id}
						id={id}
						code={at.id}
						words={values.messages[id] ?? ""}
						wrong={wrong.get(id)}
						onType={(words) => edit({ messages: { ...values.messages, [id]: words } }, id)}
					/>
				))}
			</ol>
			{shown.length === 0 && <p>All {plural(messageIds.length, "message")} are translated.</p>}
			<p className="mt-3">
				<Button
					variant="link"
					onClick={async () => {
						const outcome = await ask(removeLanguage(at.id));
						if (outcome.ok) router.push("/languages");
					}}
				>
					delete this language
				</Button>{" "}
				<span className="mute">Students who have it read English. Download the table first to keep it.</span>
			</p>
			<Refusals refusals={refused} />
		</section>
	);
}

/** As many letters as stand in a line beside the English words. */
const LINE = 60;

/** A message in English, and what is to stand for it. */
function Message({
	id,
	code,
	words,
	wrong,
	onType,
}: {
	id: MessageId;
	code: string;
	words: string;
	wrong: string | undefined;
	onType: (words: string) => void;
}) {
	return (
		<li>
			<label htmlFor={`message-${id}`}>
				<span className={css.id}>{id}</span>
				{english[id]}
			</label>
			<div>
				<Form.Control
					id={`message-${id}`}
					as="textarea"
					rows={Math.max(1, Math.ceil(english[id].length / LINE))}
					lang={code}
					dir={directionOf(code)}
					value={words}
					isInvalid={wrong !== undefined}
					onChange={(event) => onType(event.target.value)}
				/>
				<Complaint error={{ message: wrong }} />
			</div>
		</li>
	);
}
