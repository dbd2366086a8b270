import { BenchPage } from "@/ui/BenchPage";
import Link from "@/ui/Link";

/** Why the numbers of a rule are useful, and why they are never quite true. */
export function Assumes() {
	return (
		<BenchPage
			margin={
				<p className="mute">
					The formulas, their sources and worked examples are in docs/engine.md of this program.{" "}
					<Link href="/rules">Test a rule</Link>.
				</p>
			}
		>
			<h1>What the numbers of a rule assume</h1>
			<p>
				“A 6-in-10 student passes in 75 of 100 lessons” is worked out. It assumes that every try has the same chance and
				that one try does not affect the next. It adds up every possible order of good and not good tries.
			</p>
			<h2>Where they are wrong</h2>
			<p>
				<b>Tries affect each other.</b> A good try calms, a bad one unsettles. Real runs are longer than the arithmetic.
				So rules about runs or short windows are passed a little more often than shown.
			</p>
			<p>
				<b>Days differ.</b> A student at 7 in 10 is at 8 on one day and at 6 on another. That blurs every curve.
				Students who are not ready pass on a good day. Ready ones are held back on a bad day.
			</p>
			<p>
				<b>Students learn and tire</b> during the count. Their score changes even within a lesson.
			</p>
			<p>
				<b>A score at the moment of passing looks too good.</b> The rule waited for nine of the last twelve. That is not
				the student’s true score, and is never shown as one.
			</p>
			<h2>Why they still help</h2>
			<p>
				Rules differ far more than these errors. A rule that passes 75 of 100 students who are not ready is not strict,
				whatever the errors. And their direction is known: real luck is greater than shown.
			</p>
			<h2>How to beat luck</h2>
			<p>
				Ask for the rule on two days. A student who passes by luck in 25 of 100 lessons passes twice running in about 6
				of 100. A ready student hardly notices.
			</p>
			<h2>The student’s own score</h2>
			<p>
				The range on the chart comes from the tries counted on that rung. A try counts half after twenty later ones, and
				half after 45 days. “Likely” is right 8 times in 10. With few tries the range is wide, and that is honest.
			</p>
		</BenchPage>
	);
}
