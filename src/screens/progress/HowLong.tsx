import type { LadderProgress, ProgressProps } from "@/server/readProgress";
import css from "./progress.module.css";

const inTen = (chance: number) => (chance > 0.97 ? "sure" : `${Math.round(10 * chance)} in 10`);

/** Rungs in the next lessons as a band, and the chance to come to the top; beside it how past ones fared. */
export function HowLong({ ladder, past }: { ladder: LadderProgress; past: ProgressProps["past"] }) {
	const { ahead, above, refusal } = ladder;
	const [first] = ahead;
	if (above === 0) return <p className="mute m-0">The top rung is reached; nothing is left to be told of it.</p>;
	if (refusal || !first) return <p className="mute m-0">How long: {refusal ?? "not told yet."}</p>;
	// No more can be passed than are left.
	const most = (rungs: number) => Math.min(rungs, above);
	const [low, high] = [most(first.low), most(first.high)];
	return (
		<div className={css.long}>
			<p className="m-0">
				In the next {first.lessons} lessons <b className={css.large}>{low === high ? low : `${low} to ${high}`}</b>{" "}
				{high === 1 ? "rung" : "rungs"}, of {above} to the top, eight times in ten.
			</p>
			<table className={css.table} aria-label={`How long: ${ladder.called}`}>
				<thead>
					<tr>
						<th scope="col">lessons</th>
						<th scope="col">rungs</th>
						{above > 1 && <th scope="col">one or more</th>}
						<th scope="col">{above === 1 ? "the top rung" : `all ${above} to the top`}</th>
					</tr>
				</thead>
				<tbody>
					{ahead.map((one) => (
						<tr key={one.lessons}>
							<th scope="row">{one.lessons}</th>
							<td>
								{most(one.low)} to {most(one.high)}, {most(one.middle)} in the middle
							</td>
							{above > 1 && <td>{inTen(one.atLeast[1] ?? 0)}</td>}
							<td>{inTen(one.atLeast[above] ?? 0)}</td>
						</tr>
					))}
				</tbody>
			</table>
			<p className="hint m-0">
				As if the pace goes on as it did, slowing or picking up as it did on this coach’s ladders.{" "}
				{past.made > 0
					? `Of ${past.made} such forecasts that could have been made before, ${past.ahead} lessons ahead, ${past.held} held.`
					: "None of them could be held against what came yet."}
			</p>
		</div>
	);
}
