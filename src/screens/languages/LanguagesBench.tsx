"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { messageIds } from "@/core/languages/english";
import { list, plural } from "@/core/text/lists";
import { addLanguage } from "@/server/languages";
import type { LanguagesPage } from "@/server/readLanguages";
import { BenchPage } from "@/ui/BenchPage";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import { LanguageTable } from "./LanguageTable";
import css from "./languages.module.css";

/** Students' languages: which there are, how far each is, and the messages of the one that is open. */
export function LanguagesBench({ languages, open }: LanguagesPage) {
	return (
		<BenchPage wide margin={<AddLanguage />}>
			<h1>Languages</h1>
			<p className="mute">
				A student’s practice page, its file, its paper and their notes can be in their own language. English is built
				in. Your own texts stay as you write them. You choose a student’s language on their page, under edit.
			</p>
			{languages.length === 0 && <p>No languages yet. Add one with its code, then fill in its table.</p>}
			<ul className={css.languages}>
				{languages.map(({ code, name, done, students }) => (
					<li key={code}>
						<Link href={`/languages?code=${code}`} aria-current={open?.id === code ? "page" : undefined}>
							<b>{name}</b>
						</Link>{" "}
						<span className="mute">
							{code} ·{" "}
							{done === messageIds.length
								? "complete"
								: `${done} of ${plural(messageIds.length, "message")}, the rest in English`}
							{students.length > 0 && ` · for ${list(students)}`}
						</span>
					</li>
				))}
			</ul>
			{open && <LanguageTable key={open.id} at={{ id: open.id, rev: open.rev }} language={open.language} />}
		</BenchPage>
	);
}

function AddLanguage() {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [name, setName] = useState("");
	const [code, setCode] = useState("");
	return (
		<section aria-label="Add a language">
			<h2>Add a language</h2>
			<Form
				noValidate
				onSubmit={async (event) => {
					event.preventDefault();
					const outcome = await ask(addLanguage(code.trim(), name));
					if (!outcome.ok) return;
					setName("");
					setCode("");
					router.push(`/languages?code=${outcome.value.id}`);
				}}
			>
				<FormRow id="language-name" label="Name">
					<Form.Control value={name} maxLength={60} dir="auto" onChange={(event) => setName(event.target.value)} />
				</FormRow>
				<FormRow
					id="language-code"
					label="Code"
					hint="Such as pl, fr, ar or pt-BR. Days, numbers and plurals go by it."
				>
					<Form.Control
						value={code}
						maxLength={12}
						autoCapitalize="off"
						autoCorrect="off"
						spellCheck={false}
						onChange={(event) => setCode(event.target.value)}
					/>
				</FormRow>
				<Refusals refusals={refused} />
				<Button type="submit">add the language</Button>
			</Form>
		</section>
	);
}
