import { type Step, stepsOf } from "@/core/build/steps";
import type { Difficulty } from "@/core/difficulty/difficulty";
import type { Rung } from "@/core/ladder/ladder";
import { adding } from "@/ui/adding";
import css from "./ladders.module.css";

const PITCH = 40;
/** A notch of the usual weight. */
const UNIT = 26;
/** Steps heavier than this are marked. */
export const GREATEST = 2;

/** The rungs of a ladder, top first, and the step to each as a bar: as long as it is heavy, a piece for each difficulty. */
export function StepList({
	rungs,
	difficulties,
	reasons,
	read = (words) => words,
}: {
	rungs: readonly Rung[];
	difficulties: readonly Difficulty[];
	reasons: readonly string[];
	/** Reads the sides out of what a rung says. */
	read?: (words: string) => string;
}) {
	const steps = stepsOf(rungs, difficulties, GREATEST);
	return (
		<ol className={css.steps} reversed>
			{rungs
				.map((rung, i) => ({ rung, i, step: steps[i] }))
				.reverse()
				.map(({ rung, i, step }) => (
					<li key={rung.id} title={read(reasons[i] ?? "")} style={{ minHeight: PITCH }}>
						<b dir="auto">{read(rung.settings.name)}</b>
						<StepBar step={step} />
					</li>
				))}
		</ol>
	);
}

/** One step as a bar: a piece for each difficulty, filled where it is raised; its marks in words. */
export function StepBar({ step, onBetween }: { step: Step | undefined; onBetween?: () => void }) {
	if (!step || step.changes.length === 0) return null;
	return (
		<span className={css.bar}>
			{step.changes.map(({ difficulty, name, weight }) => (
				<span
					key={difficulty}
					className={weight > 0 ? css.up : css.down}
					style={{ width: Math.max(4, Math.abs(weight) * UNIT) }}
				>
					<span className="visually-hidden">
						{weight > 0 ? "raises" : "eases"} {name} by {Math.abs(weight)}.{" "}
					</span>
				</span>
			))}
			<small className={step.marks.length > 0 ? "asks" : "mute"}>
				{[...step.changes.map(({ name }) => name), ...step.marks].join(", ")}
			</small>
			{onBetween && step.weight > 0 && step.marks.length > 0 && (
				<button type="button" className={css.between} onClick={adding(onBetween)}>
					add a rung between
				</button>
			)}
		</span>
	);
}
