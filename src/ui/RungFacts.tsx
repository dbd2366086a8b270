import { Fragment } from "react";
import type { Score } from "@/core/ladder/digest";
import { fourOf, inTermsBesideFour } from "@/core/log/terms";
import { namedForm, type RungWrap, scoreOf, tellsRuns } from "@/core/log/wrap";
import { ruleSentence } from "@/core/rules";
import type { CueKind } from "@/core/skill/cue";
import css from "./facts.module.scss";
import { shortIn, TryStrip } from "./Marks";
import { OwnWords } from "./OwnWords";
import { firstAndBest } from "./scores";

/** What happened on one rung in one lesson, in numbers, every attempt behind them in sight. */
export function RungFacts({
	rung,
	who,
	day,
	before,
	onWords,
}: {
	rung: RungWrap;
	who?: string | undefined;
	day?: string | undefined;
	/** The first and the best day on this rung before this lesson. */
	before?: { first?: Score | null | undefined; best: Score | null } | undefined;
	/** Writes down what was said in own words; absent where nothing is written. */
	onWords?: ((cue: string, words: string, kind: CueKind) => void) | undefined;
}) {
	const short = shortIn(...rung.visits.map((visit) => visit.placing));
	const score = scoreOf(rung);
	const four = fourOf(rung.visits);
	const said = [
		{
			key: "form",
			words:
				score.of === "variation"
					? "good on a variation"
					: score.of === "warm-up"
						? "warm-up tries"
						: score.of === "stretch"
							? "taken, in play"
							: null,
		},
		{
			key: "run",
			words: !tellsRuns(rung) ? null : rung.longestRun === null ? (
				"Longest run not known"
			) : (
				<>
					Longest run <b>{rung.longestRun}</b>
				</>
			),
		},
		{
			key: "met",
			words: rung.met && (
				<>
					<b>rule met{rung.easedBy && " in the eased form"}</b>:{" "}
					{ruleSentence(rung.visits[0]?.rule ?? { kind: "streak", r: 1 })}
				</>
			),
		},
		...inTermsBesideFour(rung).map((words) => ({ key: words, words })),
		...Object.entries({
			variation:
				score.of === "rung" && rung.variationTries > 0
					? `${rung.variationGood} of ${rung.variationTries} good on a variation`
					: null,
			warmUp: score.of !== "warm-up" && rung.warmUp > 0 ? `${rung.warmUp} in the warm-up` : null,
			byPartner: rung.byPartner > 0 ? `${rung.byPartner} logged by a partner` : null,
			beforeCheck: rung.beforeCheck > 0 ? `${rung.beforeCheck} before the checklist` : null,
			noCount: rung.noCount > 0 ? `${rung.noCount} no count` : null,
		}).map(([key, words]) => ({ key, words })),
	].filter(({ words }) => words);
	return (
		<section className={css.rung} aria-label={day ? `${rung.name}, ${day}` : rung.name}>
			<div className={css.head}>
				<p className={css.good}>
					{score.good ?? score.tries}
					{score.good !== null && <span> of {score.tries}</span>}
				</p>
				<div>
					<h2 dir="auto">
						{who && <span>{who} · </span>}
						{namedForm(rung)}
					</h2>
					<p className="m-0">
						{said.map((one, i) => (
							<Fragment key={one.key}>
								{i > 0 && " · "}
								{one.words}
							</Fragment>
						))}
					</p>
				</div>
			</div>
			{four && (
				<table className={css.compared} aria-label="Choices and what came of them">
					<thead>
						<tr>
							<td />
							<th scope="col">came off</th>
							<th scope="col">missed</th>
						</tr>
					</thead>
					<tbody>
						<tr>
							<th scope="row">right choice</th>
							<td>
								<b>{four.rightCameOff}</b>
							</td>
							<td>{four.rightMissed}</td>
						</tr>
						<tr>
							<th scope="row">wrong choice</th>
							<td>{four.wrongCameOff}</td>
							<td>{four.wrongMissed}</td>
						</tr>
					</tbody>
				</table>
			)}
			{before?.first && score.of === "rung" && (
				<p className="m-0 mute" data-testid="then-and-now">
					First {firstAndBest(before.first, before.best)}; now{" "}
					<b>
						{rung.good} of {rung.tries}
					</b>
					.
				</p>
			)}
			{rung.visits.map((visit) => (
				<TryStrip key={visit.key} entries={visit.entries} short={short} />
			))}
			{rung.faults.length > 0 && (
				<p className="m-0 mt-1">
					Off:{" "}
					{rung.faults
						.map((fault) => {
							const sides = [
								fault.directions.short && `${fault.directions.short} short`,
								fault.directions.beyond && `${fault.directions.beyond} beyond`,
							].filter(Boolean);
							return `${fault.short} ${fault.times}${sides.length > 0 ? ` (${sides.join(", ")})` : ""}`;
						})
						.join(", ")}
				</p>
			)}
			{rung.cues.length > 0 && (
				<ul className={css.cues}>
					{rung.cues.map((cue) => (
						<li key={cue.id}>
							<span dir="auto">
								{cue.type === "correction" ? "Cue" : cue.type === "question" ? "Asked" : "Confirmed"}:{" "}
								<b>{cue.kind ? `“${cue.words}”` : cue.words}</b>
							</span>{" "}
							<span className="mute">
								{cue.next.of === 0
									? "nothing followed"
									: `in the next ${cue.next.of}: ${cue.position ? `${short(cue.position)} on in ${cue.next.on}` : `${cue.next.on} good`}`}
							</span>
							{cue.unwritten && onWords && <OwnWords cue={cue} onWords={onWords} />}
						</li>
					))}
				</ul>
			)}
		</section>
	);
}
