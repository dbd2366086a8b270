import type { CueEffect, RankedCue } from "@/core/insight/cueEffect";
import { ENOUGH } from "@/core/insight/cueEffect";
import { plural } from "@/core/text/lists";
import type { CuesTold, ProgressProps } from "@/server/readProgress";
import figures from "@/ui/figures.module.css";
import css from "./progress.module.css";

const SHOWN = 6;
const inTen = (rate: number) => (10 * rate).toFixed(1);
const signed = (rate: number) => `${rate < 0 ? "−" : "+"}${inTen(Math.abs(rate))}`;

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
		{effect ? <Gain of={effect} /> : <p className="mute m-0">No comparison yet: {missing(cued, uncued)}.</p>}
		<Ranked name="cue" rows={words} />
		<Ranked name="kind of cue" rows={kinds} />
	</>
);

/** What a comparison still waits for: more of either, or moments of the same kind. */
const missing = (cued: number, uncued: number) =>
	cued >= ENOUGH && uncued >= ENOUGH
		? "at moments like these a word was always given, or never"
		: `${soFar(cued, "correction")}; ${soFar(uncued, "moment")} without one`;

const Gain = ({ of: { gain, low, high, after, without, cued, uncued } }: { of: CueEffect }) => (
	<p className="m-0">
		{low <= 0 && high >= 0 ? (
			"No sure difference: "
		) : (
			<>
				{gain > 0 ? "A gain" : "A loss"} of about <b>{inTen(Math.abs(gain))} in 10</b>:{" "}
			</>
		)}
		the position was right {inTen(after)} in 10 after a word, {inTen(without)} in 10 at moments like it without one.{" "}
		<span className="mute">
			With luck taken off, a word changes {signed(low)} to {signed(high)} in 10. {plural(cued, "correction")},{" "}
			{plural(uncued, "moment")} without.
		</span>
	</p>
);

const Ranked = ({ name, rows }: { name: string; rows: readonly RankedCue[] }) =>
	rows.length > 1 && (
		<table className={figures.table} aria-label={`By ${name}`}>
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
