import { type Term, terms } from "@/core/text/terms";
import { BenchPage } from "@/ui/BenchPage";
import { LessonPicture } from "./LessonPicture";
import css from "./places.module.css";

/** The loop of the work, a line each. */
const loop: readonly string[] = [
	"Break the skill into two or three key positions you can see.",
	"Build a ladder for each student: drills from very easy to the real thing.",
	"Give each rung a pass rule and a limit. The peg marks where the student stands.",
	"In the lesson, touch once for each try. Touch a position if it was off.",
	"Read the advice: correct, step down, move on or stop. You decide.",
	"Wrap up: ask how it was, move the peg, choose what to practise.",
	"Send the note and the practice link.",
	"Passed rungs come back for a check after some days.",
];

/** The whole program on one page, for the first day and for a day without a signal. */
export const HowPage = () => (
	<BenchPage
		margin={
			<section aria-label="Our words">
				<h2>Our words</h2>
				<dl>
					{(Object.keys(terms) as Term[]).map((term) => (
						<div key={term}>
							<dt>{term}</dt>
							<dd>{terms[term]}</dd>
						</div>
					))}
				</dl>
			</section>
		}
	>
		<h1>How it works</h1>
		<div className={css.how}>
			<ol>
				{loop.map((line) => (
					<li key={line}>{line}</li>
				))}
			</ol>
			<LessonPicture />
		</div>
		<p>All counts are saved on the phone first. Without a signal you count on, and the phone sends them later.</p>
	</BenchPage>
);
