"use client";

import Button from "react-bootstrap/Button";
import type { Drafts } from "@/core/commands/drafts";
import type { PassAt } from "@/core/commands/passes";
import type { TodayProps } from "@/server/readToday";
import { dayWords, fromToday } from "@/ui/dates";
import Link from "@/ui/Link";
import { PassQuestion } from "@/ui/PassQuestion";
import { useRecord } from "@/ui/useRecord";
import { useReversible } from "@/ui/useReversible";
import { useStaying } from "@/ui/useStaying";
import css from "./today.module.css";

type Open = TodayProps["decide"][number];

const idOf = ({ href, text }: Open) => href + text;

/** What waits for the coach's word. What was answered here stays, with what came of it, until the page is left. */
export function Decide({ studio, decide, day }: Pick<TodayProps, "decide" | "day"> & { studio: string }) {
	const { lines, stay } = useStaying(decide, idOf);
	return (
		lines.length > 0 && (
			<section className={css.decide} aria-label="To decide">
				<h2>To decide</h2>
				<ul>
					{lines.map((one) => (
						<Line key={idOf(one)} studio={studio} one={one} day={day} onPress={() => stay(one)} />
					))}
				</ul>
			</section>
		)
	);
}

/** What was answered, as it stands in the line afterwards. */
const wordsFor = ([answer]: Drafts, { to }: PassAt): string =>
	answer?.kind === "peg.moved"
		? `The peg moved up to ${to.name}.`
		: answer?.kind === "pass.answered" && answer.body.answer === "stay"
			? "The peg stays."
			: "You are asked again after the next lesson.";

/** A pass is answered where it is told, the peg moves or stays; and it is taken back there. */
function Line({
	studio,
	one: { href, text, day: on, since, why, pass },
	day,
	onPress,
}: {
	studio: string;
	one: Open;
	day: string;
	/** Before the page is asked for anew. */
	onPress: () => void;
}) {
	const { note, write } = useRecord(studio);
	const { done, press, takeBack } = useReversible(write, onPress);
	const answered = done && pass && wordsFor(done, pass);
	const about = [since && fromToday(since, day), !answered && why];
	return (
		<li className={answered ? css.decided : undefined}>
			<Link href={href} dir="auto">
				{text}
				{on && ` ${dayWords(on, day)}`}
			</Link>{" "}
			<span className="mute">{about.filter(Boolean).join(", ")}</span>
			{pass &&
				(answered ? (
					<p className="m-0" dir="auto">
						<span role="status">{answered}</span>{" "}
						<Button variant="link" size="sm" aria-label={`Undo: ${answered} ${text}`} onClick={takeBack}>
							undo
						</Button>
					</p>
				) : (
					<PassQuestion pass={pass} about={text} onWrite={press} />
				))}
			{note && <p role="status">{note}</p>}
		</li>
	);
}
