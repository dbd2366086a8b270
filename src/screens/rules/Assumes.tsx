import { BenchPage } from "@/ui/BenchPage";
import Link from "@/ui/Link";

/** Why the numbers of a rule are useful, and why they are never quite true. */
export function Assumes() {
	return (
		<BenchPage
			margin={
				<p className="mute">
					The formulas, their sources and worked examples are in docs/engine.md of this program.{" "}
					<Link href="/rules">Try a rule out</Link>.
				</p>
			}
		>
			<h1>What the numbers of a rule assume</h1>
			<p>
				“A 6-in-10 student passes 75 times in 100” is plain arithmetic. It adds up every order in which good and off can
				fall, as if each try came off with the same chance and knew nothing of the one before.
			</p>
			<h2>Why that is never quite true</h2>
			<p>
				<b>Tries hang together.</b> A good one settles, a bad one rattles. Runs are then longer than the arithmetic
				thinks, and a rule of runs or of a short window is passed a little more often than is shown.
			</p>
			<p>
				<b>Days differ.</b> Somebody at 7 in 10 is at 8 on one day and at 6 on another. That blurs every curve: the one
				not ready passes on a good day, the ready one is held back on a bad one.
			</p>
			<p>
				<b>Students learn and tire</b> while they are counted. The rate is not one number even within a lesson.
			</p>
			<p>
				<b>A window that has just been passed flatters.</b> Nine of the last twelve is what the rule waited for; it is
				not the student’s rate, and is never shown as one.
			</p>
			<h2>Why it is useful all the same</h2>
			<p>
				The differences between rules are far larger than these errors. A rule that lets three unready students in four
				through does not become a strict one because tries hang together. And the errors have a known direction: luck
				gets more of a chance than is shown, not less.
			</p>
			<h2>What to do about luck</h2>
			<p>
				Ask for the rule on two days. Somebody who passes by luck one time in four passes twice running one time in
				sixteen; somebody who is ready hardly notices.
			</p>
			<h2>The student’s own rate</h2>
			<p>
				The band on the chart is worked out from the tries counted on that rung, each weighing half as much after twenty
				later ones and after 45 days. It is where today’s rate lies four times in five, starting from knowing nothing.
				With few tries it is wide, and that is the honest answer.
			</p>
		</BenchPage>
	);
}
