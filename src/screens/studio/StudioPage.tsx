import { plural } from "@/core/text/lists";
import type { StudioProps } from "@/server/readStudio";
import { BenchPage } from "@/ui/BenchPage";
import Link from "@/ui/Link";
import { LuckyRungs } from "../rules/Lucky";
import { StepWeights } from "./StepWeights";
import css from "./studio.module.css";

/** The studio in sentences, each with its evidence a press away. */
export function StudioPage({ stuck, coasting, holding, said, ladders, rungs }: StudioProps) {
	return (
		<BenchPage margin={<StepWeights />}>
			<h1>The studio</h1>
			<p className="mute">
				{plural(ladders, "ladder")} in use. Measured by your own: what your students took, and the band you set.
			</p>
			<section aria-label="Who is stuck" className={css.part}>
				<h2>Who is stuck</h2>
				{stuck.length === 0 && <p className="mute">Nobody stands on a rung for longer than nine in ten passes took.</p>}
				{stuck.map((one) => (
					<p key={one.ladder.id} dir="auto">
						<Link href={`/ladders/${one.ladder.id}`}>
							{one.ladder.who}, {one.ladder.skill}
						</Link>
						: <b>{one.lessons} lessons</b> on {one.rung}; nine in ten passes took {one.usual} or fewer.
					</p>
				))}
			</section>
			<section aria-label="Who coasts" className={css.part}>
				<h2>Who coasts</h2>
				{coasting.length === 0 && <p className="mute">No student’s rung is clearly too easy.</p>}
				{coasting.map((one) => (
					<p key={one.ladder.id} dir="auto">
						<Link href={`/ladders/${one.ladder.id}`}>
							{one.ladder.who}, {one.ladder.skill}
						</Link>
						:{" "}
						<b>
							{one.good} of {one.tries}
						</b>{" "}
						lately on {one.rung}; a rung further up would ask for more.
					</p>
				))}
			</section>
			<section aria-label="Rungs that hold everybody" className={css.part}>
				<h2>Rungs that hold everybody</h2>
				{holding.length === 0 && (
					<p className="mute">No rung took far longer than the others with three students or more.</p>
				)}
				{holding.map((one) => (
					<p key={`${one.skill} ${one.rung}`} dir="auto">
						{one.skill}, {one.rung}: <b>{one.lessons.toFixed(1)} lessons</b> on average, {one.students} students; a rung
						takes {one.usual.toFixed(1)}. It may want one between.
					</p>
				))}
			</section>
			<section aria-label="Rules that pass luck" className={css.part}>
				<h2>Rules that pass luck</h2>
				<LuckyRungs rungs={rungs} folded />
			</section>
			<section aria-label="What was said most" className={css.part}>
				<h2>What was said most, in two months</h2>
				{said.length === 0 && <p className="mute">No cue was given.</p>}
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
