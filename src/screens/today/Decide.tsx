"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { v7 as uuid } from "uuid";
import type { PassAt } from "@/core/commands/passes";
import type { EventDraft } from "@/core/log/event";
import { record } from "@/device/record";
import { PassQuestion } from "@/ui/PassQuestion";

/** What was answered, as it stands in the line afterwards. */
const wordsFor = ({ kind, body }: EventDraft, { to }: PassAt): string =>
	kind === "peg.moved"
		? `The peg moved up to ${to.name}.`
		: kind === "pass.answered" && body.answer === "stay"
			? "The peg stays where it is."
			: "Asked again after the next lesson.";

/** The button that was pressed is gone: the keyboard goes on where it can be taken back. */
const goOn = (button: HTMLButtonElement | null) => button?.focus();

/** Answered where it is told: the peg moves, or stays; and taken back there, until the page is left. */
export function DecidePass({
	studio,
	pass,
	about,
	onAnswer,
}: {
	studio: string;
	pass: PassAt;
	about: string;
	/** Answered, or taken back; before the page is asked for anew. */
	onAnswer: (isAnswered: boolean) => void;
}) {
	const router = useRouter();
	const [note, setNote] = useState("");
	const [answered, setAnswered] = useState<{ by: string; words: string } | null>(null);
	const write = async (draft: EventDraft) => {
		const { sent } = await record(studio, [draft]);
		setNote(sent ? "" : "Kept on this device; it goes out when the server answers.");
		router.refresh();
	};
	const takeBack = (target: string) => {
		onAnswer(false);
		setAnswered(null);
		void write({ kind: "void", lesson: pass.lesson, student: pass.student, body: { targets: [target] } });
	};
	return (
		<>
			{answered ? (
				<p className="m-0" dir="auto">
					<span role="status">{answered.words}</span>{" "}
					<Button
						ref={goOn}
						variant="link"
						size="sm"
						aria-label={`Take back: ${answered.words} ${about}`}
						onClick={() => takeBack(answered.by)}
					>
						take it back
					</Button>
				</p>
			) : (
				<PassQuestion
					pass={pass}
					about={about}
					onWrite={async ([draft]) => {
						if (!draft) return;
						const by = uuid();
						onAnswer(true);
						setAnswered({ by, words: wordsFor(draft, pass) });
						await write({ ...draft, id: by });
					}}
				/>
			)}
			{note && <p role="status">{note}</p>}
		</>
	);
}
