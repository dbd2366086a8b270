import { plural } from "@/core/text/lists";
import type { StudioProps } from "@/server/readStudio";
import { BenchPage } from "@/ui/BenchPage";
import { FiguresTable } from "@/ui/FiguresTable";
import Link from "@/ui/Link";
import { LuckyRungs } from "../rules/Lucky";
import { StepWeights } from "./StepWeights";
import css from "./studio.module.css";

/** The studio in sentences, each with its evidence a press away. */
export function StudioPage({ stuck, coasting, holding, said, ladders, rungs }: StudioProps) {
	return (
		<BenchPage margin={<StepWeights />}>
			<h1>All students</h1>
			<p className="mute">
				{plural(ladders, "ladder")} in use, compared with your own students and your working range.
			</p>
			<section aria-label="Stuck" className={css.part}>
				<h2>Stuck</h2>
				{stuck.length === 0 && (
					<p className="mute">No student is stuck. Stuck = longer on a rung than 90 in 100 of your passes took.</p>
				)}
				<FiguresTable
					head={["student, ladder", "rung", "lessons", "usual, for 90 in 100 passes"]}
					rows={stuck.map((one) => [
						<LadderLink key="of" of={one.ladder} />,
						one.rung,
						<b key="n">{one.lessons}</b>,
						one.usual,
					])}
				/>
			</section>
			<section aria-label="Too easy" className={css.part}>
				<h2>Too easy</h2>
				{coasting.length === 0 && <p className="mute">No student’s rung is clearly too easy.</p>}
				<FiguresTable
					head={["student, ladder", "rung", "good lately"]}
					rows={coasting.map((one) => [
						<LadderLink key="of" of={one.ladder} />,
						one.rung,
						<b key="good">
							{one.good} of {one.tries}
						</b>,
					])}
					note="A higher rung would ask for more."
				/>
			</section>
			<section aria-label="Slow rungs" className={css.part}>
				<h2>Slow rungs</h2>
				{holding.length === 0 && (
					<p className="mute">No rung takes far longer than the others (three students or more).</p>
				)}
				<FiguresTable
					head={["skill, rung", "lessons, average", "your usual rung", "students"]}
					rows={holding.map((one) => [
						`${one.skill}, ${one.rung}`,
						<b key="n">{one.lessons.toFixed(1)}</b>,
						one.usual.toFixed(1),
						one.students,
					])}
					note="Perhaps add a rung in between."
				/>
			</section>
			<section aria-label="Rules luck can pass" className={css.part}>
				<h2>Rules luck can pass</h2>
				<LuckyRungs rungs={rungs} folded />
			</section>
			<section aria-label="Most used cues" className={css.part}>
				<h2>Most used cues, two months</h2>
				{said.length === 0 && <p className="mute">No cues given.</p>}
				<ol>
					{said.map((one) => (
						<li key={one.cue} dir="auto">
							“{one.cue}” <b>{one.times}</b> <span className="mute">times, {plural(one.students, "student")}</span>
						</li>
					))}
				</ol>
			</section>
		</BenchPage>
	);
}

const LadderLink = ({ of: { id, who, skill } }: { of: StudioProps["stuck"][number]["ladder"] }) => (
	<Link href={`/ladders/${id}`}>
		{who}, {skill}
	</Link>
);
