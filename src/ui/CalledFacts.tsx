import { answersOf, type Pair, type Share, variantsOf } from "@/core/caller/answers";
import { byLabel } from "@/core/log/terms";
import type { RungWrap } from "@/core/log/wrap";
import { plural } from "@/core/text/lists";
import css from "./facts.module.css";

const percent = (rate: number): string => String(Math.round(rate * 100));
const band = ({ low, high }: Pick<Share, "low" | "high">): string => `${percent(low)} to ${percent(high)} in 100`;

/** What a run of called tries says, with what is not known of it. */
export function CalledFacts({ rung }: { rung: RungWrap }) {
	const answers = answersOf(rung.visits.map(({ tries }) => tries));
	const ways = rung.visits.some(({ placing }) => placing.settings.caller?.variants)
		? variantsOf(byLabel(rung.visits))
		: null;
	if (!answers && !ways) return null;
	return (
		<>
			{answers && (
				<table className={css.compared} aria-label={`What was called on ${rung.name}`} data-testid="by-target">
					<thead>
						<tr>
							<th scope="col">called</th>
							<th scope="col">good</th>
							<th scope="col">likely</th>
						</tr>
					</thead>
					<tbody>
						{answers.byTarget.map((one) => (
							<tr key={one.called}>
								<th scope="row" dir="auto">
									{one.called}
								</th>
								<td>
									<b>{one.good}</b> of {one.tries}
								</td>
								<td>{band(one)}</td>
							</tr>
						))}
					</tbody>
				</table>
			)}
			{answers?.decided && (
				<p className="m-0">
					Right choices <b>{answers.decided.right.good}</b> of {answers.decided.right.tries}
					{answers.decided.cameOff && (
						<>
							, came off <b>{answers.decided.cameOff.good}</b> of {answers.decided.cameOff.tries}
						</>
					)}
					.
				</p>
			)}
			{answers?.sameOrAnother && (
				<PairLine pair={answers.sameOrAnother} one="After the same call" other="after another" />
			)}
			{answers?.earlyOrLate && <PairLine pair={answers.earlyOrLate} one="In the first half" other="in the second" />}
			{answers && answers.unanswered > 0 && (
				<p className="m-0 mute">
					{plural(answers.unanswered, "call")} without an answer: no result for{" "}
					{answers.unanswered === 1 ? "it" : "them"}.
				</p>
			)}
			{ways && (
				<PairLine pair={ways} one={byLabel(rung.visits)[0]?.label ?? ""} other={byLabel(rung.visits)[1]?.label ?? ""} />
			)}
		</>
	);
}

/** Two shares in one line, and whether they lie apart. */
const PairLine = ({ pair: { one: a, other: b, apart }, one, other }: { pair: Pair; one: string; other: string }) => (
	<p className="m-0" dir="auto">
		{one} <b>{a.good}</b> of {a.tries}, {other} <b>{b.good}</b> of {b.tries}:{" "}
		{apart.low > 0 || apart.high < 0
			? `${apart.by > 0 ? "more" : "fewer"} by ${percent(Math.min(Math.abs(apart.low), Math.abs(apart.high)))} to ${percent(Math.max(Math.abs(apart.low), Math.abs(apart.high)))} in 100, likely.`
			: "no clear difference yet."}
	</p>
);
