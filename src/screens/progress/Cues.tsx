import type { CueEffect, RankedCue } from "@/core/insight/cueEffect";
import { ENOUGH } from "@/core/insight/cueEffect";
import { difference, inTen } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import type { CuesTold, ProgressProps } from "@/server/readProgress";
import { FiguresTable } from "@/ui/FiguresTable";
import css from "./progress.module.css";

const SHOWN = 6;

/** Which cue takes: what followed it, and whether correcting did more than leaving alone; for the student, and for all. */
export function Cues({ cues, all }: { cues: ProgressProps["cues"]; all: ProgressProps["cuesOfAll"] }) {
	return (
		<section aria-label="Cues that work" className={css.margin}>
			<h2>Cues that work</h2>
			<Told of={cues} />
			{all.students > 1 && (
				<details className="mt-2">
					<summary>all {plural(all.students, "student")} together</summary>
					<Told of={all} />
				</details>
			)}
		</section>
	);
}

/** "13 corrections", "3 of the 8 moments": how many there are, against what a comparison takes where they are too few. */
const soFar = (n: number, one: "correction" | "moment") =>
	n < ENOUGH ? `${n} of the ${plural(ENOUGH, one)}` : plural(n, one);

const Told = ({ of: { effect, cued, uncued, words, kinds } }: { of: CuesTold }) => (
	<>
		{effect ? <Gain of={effect} /> : <p className="mute m-0">No comparison yet: {missing(cued, uncued)}.</p>}
		<Ranked name="cue" rows={words} />
		<Ranked name="kind of cue" rows={kinds} />
	</>
);

/** What a comparison still waits for: more of either, or moments of the same kind. */
const missing = (cued: number, uncued: number) =>
	cued >= ENOUGH && uncued >= ENOUGH
		? "at such moments you always gave a cue, or never"
		: `${soFar(cued, "correction")}, ${soFar(uncued, "moment")} without one`;

const Gain = ({ of: { gain, low, high, after, without, cued, uncued } }: { of: CueEffect }) => (
	<FiguresTable
		label="With and without a cue"
		head={["after the same faults", "right next", "times"]}
		rows={[
			["with a cue", `${inTen(after)} in 10`, cued],
			["without", `${inTen(without)} in 10`, uncued],
			[
				low <= 0 && high >= 0 ? "no clear difference" : <b key="name">difference</b>,
				<>
					<b>{difference(gain * 10)} in 10</b>, likely {difference(low * 10)} to {difference(high * 10)}
				</>,
				"",
			],
		]}
		note="What luck alone would give is taken off the difference."
	/>
);

const Ranked = ({ name, rows }: { name: string; rows: readonly RankedCue[] }) =>
	rows.length > 1 && (
		<FiguresTable
			label={`By ${name}`}
			head={[name, "right after the cue", "given"]}
			rows={rows.slice(0, SHOWN).map((row) => [row.name, `${inTen(row.share)} in 10`, row.given])}
			note="Cues with few tries are moved towards the average, so that luck does not come first."
		/>
	);
