import { useState } from "react";
import type { Body } from "@/core/log/kinds";
import { leftToday } from "@/core/log/verdict";
import { wishOf } from "@/core/log/wish";
import type { PackLadder } from "@/core/pack/pack";
import { readOn } from "@/core/pack/placing";
import { newsLines } from "@/core/practice/news";
import { capital } from "@/core/text/wording";
import { dayWords, fromToday } from "@/ui/dates";
import { firstAndBest } from "@/ui/scores";
import css from "./count.module.css";
import { insecureWords } from "./insecure";
import { useLive } from "./LiveContext";

/** What this lesson is to be, in a line: one press says more. */
function todayWords(opened: Body<"lesson.opened"> | undefined, wish: string): string {
	const { minutes = null, effort } = opened ?? {};
	return [
		minutes === null ? "No time set" : `${minutes} minutes`,
		wish ? `wish: ${wish}` : "no wish yet",
		...(effort === undefined ? [] : [`effort ${effort} of 10`]),
	].join(" · ");
}

/** Why the lesson does not begin on the peg. */
const beginWords = ({ begins }: PackLadder): string =>
	begins === "from the bottom"
		? "The lesson starts from the bottom, as the ladder says."
		: begins === "last lesson's work"
			? "The lesson starts with last lesson’s work, as the ladder says."
			: "The lesson starts away from it.";

/** A lesson opens with last time: the score, the cue to repeat, what was promised, what is parked. */
export function Opening() {
	const { view, pack, board, acts, open } = useLive();
	const { ladder, set } = board;
	if (!ladder) return null;
	const { last } = ladder;
	const limit = leftToday(set.placing);
	const { first, best } = ladder.holes.find((hole) => hole.rung === set.placing.rung) ?? {};
	// Where the first day was the last one too, its score stands above.
	const isMore = first && (first.day !== last?.day || (best && best.day !== first.day));
	const parked = pack.parked.filter((one) => one.student === ladder.student);
	return (
		// A long one scrolls, for keys too.
		// biome-ignore lint/a11y/noNoninteractiveTabindex: whoever has no finger scrolls it by keys
		<section className={css.opening} aria-label="Last time" tabIndex={0}>
			<button type="button" className={css.today} onClick={() => open("lesson")}>
				<span>{todayWords(view.opened?.body, wishOf(view, set.placing.student))}</span>
			</button>
			{set.elsewhere === "here today" && (
				<button type="button" className={css.today} onClick={() => acts.backToPeg()}>
					<span>go to the peg. {beginWords(ladder)}</span>
				</button>
			)}
			{!window.isSecureContext && <p className="asks">{insecureWords}</p>}
			{limit && (
				<p>
					<b>{limit}</b>
				</p>
			)}
			{last ? (
				<p>
					{capital(fromToday(last.day))}:{" "}
					<b>
						{last.good} of {last.tries}
					</b>
					{last.result && `, ${last.result},`} on <span dir="auto">{readOn(ladder, last.rung)}</span>
					{last.eased && ", easier form"}
				</p>
			) : (
				<p>New rung. Let them start.</p>
			)}
			{last?.cue && (
				<p>
					Cue: <b dir="auto">“{last.cue}”</b>
				</p>
			)}
			{last?.practise && (
				<p>
					To practise: <b dir="auto">{last.practise}</b>
				</p>
			)}
			<Promises student={ladder.student} />
			<FromHome student={ladder.student} />
			{isMore && <p>First {firstAndBest(first, best)}</p>}
			{parked.map((one) => (
				<p key={one.id}>
					Parked: <span dir="auto">{one.text}</span>
				</p>
			))}
		</section>
	);
}

/** What was promised: done with a press, where it is read. */
function Promises({ student }: { student: string }) {
	const { view, pack, acts } = useLive();
	const isKept = (promise: string) =>
		view.events.some((event) => event.kind === "promise.kept" && event.body.promise === promise);
	return pack.promises
		.filter((one) => one.student === student)
		.map((one) => (
			<p key={one.id} className={css.promised}>
				<span>
					You promised: <span dir="auto">{one.text}</span>
				</span>
				<button type="button" onClick={() => acts.keepPromise(one)} disabled={isKept(one.id)}>
					{isKept(one.id) ? "done ✓" : "done"}
					<span className="visually-hidden">: {one.text}</span>
				</button>
			</p>
		));
}

/** A question from home: answered where it is read, in a word or by mouth. */
function Reply({
	words,
	reply,
	onReply,
}: {
	words: string;
	/** What was answered; null as long as nobody has. */
	reply: string | null;
	onReply: (text: string) => void;
}) {
	const [typed, setTyped] = useState("");
	if (reply !== null)
		return (
			<p dir="auto">
				{words} {reply ? `You: ${reply}` : "Talked over ✓"}
			</p>
		);
	return (
		<form
			className={css.promised}
			onSubmit={(event) => {
				event.preventDefault();
				onReply(typed.trim());
			}}
		>
			<label>
				<span dir="auto">{words}</span>
				<input
					className={css.answer}
					value={typed}
					maxLength={1000}
					dir="auto"
					placeholder="your answer, or talk it over"
					onChange={(event) => setTyped(event.target.value)}
				/>
			</label>
			<button type="submit">{typed.trim() ? "answer" : "tick off"}</button>
		</form>
	);
}

/** What came from home since the last lesson. */
function FromHome({ student }: { student: string }) {
	const { pack, view, acts } = useLive();
	const page = pack.students.find(({ id }) => id === student)?.page;
	const news = page?.news;
	if (!news) return null;
	const replies = new Map(
		view.events.flatMap((event) =>
			event.kind === "practice.replied" ? [[event.body.entry, event.body.text] as const] : [],
		),
	);
	const open = news.said.filter(({ answered, entry }) => !answered && entry !== undefined);
	return (
		<>
			<p>
				<b>From home</b>
			</p>
			{open.map(({ entry = "", day, remark }) => (
				<Reply
					key={entry}
					words={`${dayWords(day)}: “${remark}”`}
					reply={replies.get(entry) ?? null}
					onReply={(text) => acts.replyHome(student, page.id, entry, text)}
				/>
			))}
			{newsLines({ ...news, said: news.said.filter((one) => !open.includes(one)) }, dayWords).map((line) => (
				<p key={line} dir="auto">
					{line}
				</p>
			))}
		</>
	);
}
