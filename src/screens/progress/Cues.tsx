import type { RankedCue } from "@/core/insight/cueEffect";
import { ENOUGH } from "@/core/insight/cueEffect";
import { plural } from "@/core/text/lists";
import type { CuesTold, ProgressProps } from "@/server/readProgress";
import css from "./progress.module.css";

const SHOWN = 6;
const inTen = (rate: number) => (10 * rate).toFixed(1);

/** Which cue takes: what followed it, and whether correcting did more than leaving alone; for the student, and for all. */
export function Cues({ cues, all }: { cues: ProgressProps["cues"]; all: ProgressProps["cuesOfAll"] }) {
	return (
		<section aria-label="Which cue takes" className={css.margin}>
			<h2>Which cue takes</h2>
			<Told of={cues} />
			{all.students > 1 && (
				<details className="mt-2">
					<summary>{plural(all.students, "student")} together</summary>
					<Told of={all} />
				</details>
			)}
		</section>
	);
}

/** "13 corrections", "3 of the 8 moments": how many there are, against what a comparison takes where they are too few. */
const soFar = (n: number, one: string) => (n < ENOUGH ? `${n} of the ${ENOUGH} ${one}s` : plural(n, one));

const Told = ({ of: { effect, cued, uncued, words, kinds } }: { of: CuesTold }) => (
	<>
		{effect ? (
			<p className="m-0">
				After a word the position was right <b>{inTen(effect.after)} in 10</b>, after as long a run of faults without
				one {inTen(effect.without)} in 10: {effect.gain >= 0 ? "a gain" : "a loss"} of {inTen(Math.abs(effect.gain))} in
				10.{" "}
				<span className="mute">
					{plural(effect.cued, "correction")}, {effect.uncued} moments without.
				</span>
			</p>
		) : (
			<p className="mute m-0">
				No comparison yet: {soFar(cued, "correction")}; {soFar(uncued, "moment")} without one.
			</p>
		)}
		<Ranked name="cue" rows={words} />
		<Ranked name="kind of cue" rows={kinds} />
	</>
);

const Ranked = ({ name, rows }: { name: string; rows: readonly RankedCue[] }) =>
	rows.length > 1 && (
		<table className={css.table} aria-label={`By ${name}`}>
			<thead>
				<tr>
					<th scope="col">{name}</th>
					<th scope="col">right after it</th>
					<th scope="col">given</th>
				</tr>
			</thead>
			<tbody>
				{rows.slice(0, SHOWN).map((row) => (
					<tr key={row.name}>
						<th scope="row" dir="auto">
							{row.name}
						</th>
						<td>{inTen(row.share)} in 10</td>
						<td>{row.given}</td>
					</tr>
				))}
			</tbody>
			<caption className="hint">Drawn to the mean of all by 24 tries, so that luck does not lead.</caption>
		</table>
	);
