import { Fragment } from "react";
import type { Score } from "@/core/digest/ladderDigest";
import { breakWords, fourOf, inTermsBesideFour, RUN_WORTH_TELLING } from "@/core/log/terms";
import { isReal, namedForm, type RungWrap, scoreOf, tellsRuns } from "@/core/log/wrap";
import { shortIn } from "@/core/pack/shortIn";
import { ruleSentence } from "@/core/rules";
import type { CueKind } from "@/core/skill/cue";
import { eachOnce } from "@/core/text/wording";
import { CalledFacts } from "./CalledFacts";
import css from "./facts.module.css";
import { TryStrip } from "./Marks";
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
	const said = saidOf(rung);
	return (
		<section className={css.rung} aria-label={day ? `${namedForm(rung)}, ${day}` : namedForm(rung)}>
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
			{four && <FourTable four={four} />}
			<CalledFacts rung={rung} />
			{before?.first && score.of === "rung" && isReal(rung) && (
				<p className="m-0 mute" data-testid="then-and-now">
					First {firstAndBest(before.first, before.best)}, now{" "}
					<b>
						{rung.good} of {rung.tries}
					</b>
					.
				</p>
			)}
			{rung.visits.map((visit) => (
				<TryStrip key={visit.key} entries={visit.entries} short={short} />
			))}
			<Faults rung={rung} />
			<Cues rung={rung} short={short} onWords={onWords} />
		</section>
	);
}

type ScoreOf = ReturnType<typeof scoreOf>;

const formWords: Record<ScoreOf["of"], string | null> = {
	rung: null,
	variation: "good on an easier or harder form",
	"warm-up": "warm-up tries",
	stretch: "chances taken, open play",
};

function runWords(rung: RungWrap): React.ReactNode {
	if (!tellsRuns(rung)) return null;
	if (rung.longestRun === null) return "Longest run not known";
	// A run that is short, or all there was, says nothing beside the score.
	if (rung.longestRun < RUN_WORTH_TELLING || rung.longestRun >= rung.good) return null;
	return (
		<>
			Longest run <b>{rung.longestRun}</b>
		</>
	);
}

const metWords = (rung: RungWrap): React.ReactNode =>
	rung.met && (
		<>
			<b>rule met{rung.easedBy && " in the easier form"}</b>:{" "}
			{ruleSentence(rung.visits[0]?.rule ?? { kind: "streak", r: 1 })}
		</>
	);

/** How many there were, in words; nothing of none. */
const some = (n: number | undefined, words: string): string | null => (n ? `${n} ${words}` : null);

const variationWords = ({ variationGood, variationTries }: RungWrap): string | null =>
	variationTries > 0 ? `${variationGood} of ${variationTries} good on an easier or harder form` : null;

/** What is said of a rung in one line, each with a key of its own; what says nothing is left out. */
function saidOf(rung: RungWrap): { key: string; words: React.ReactNode }[] {
	const { of } = scoreOf(rung);
	return [
		{ key: "form", words: formWords[of] },
		{ key: "run", words: runWords(rung) },
		{ key: "met", words: metWords(rung) },
		...inTermsBesideFour(rung).map((words) => ({ key: words, words })),
		...breakWords(rung).map((words, i) => ({ key: `break ${i}`, words })),
		{ key: "variation", words: of === "rung" ? variationWords(rung) : null },
		{ key: "warmUp", words: of === "warm-up" ? null : some(rung.warmUp, "in the warm-up") },
		{ key: "byPartner", words: some(rung.byPartner, "logged by a partner") },
		{ key: "beforeCheck", words: some(rung.beforeCheck, "before the checklist") },
		{ key: "noCount", words: some(rung.noCount, "no count") },
	].filter(({ words }) => words);
}

const FourTable = ({ four }: { four: NonNullable<ReturnType<typeof fourOf>> }) => (
	<table className={css.compared} aria-label="Choices and their results">
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
);

/** What was off, how often, and to which side. */
function Faults({ rung: { faults } }: { rung: RungWrap }) {
	if (faults.length === 0) return null;
	const words = faults.map(({ short, times, directions }) => {
		const sides = [some(directions.short, "not enough"), some(directions.beyond, "too much")].filter(Boolean);
		return `${short} ${times}${sides.length > 0 ? ` (${sides.join(", ")})` : ""}`;
	});
	return <p className="m-0 mt-1">Off: {words.join(", ")}</p>;
}

const cueTypes = { correction: "Cue", question: "Asked", confirmation: "Confirmed" } as const;

/** What was said, and what the next tries were like. */
function Cues({
	rung: { cues },
	short,
	onWords,
}: {
	rung: RungWrap;
	short: (position: string) => string;
	onWords: ((cue: string, words: string, kind: CueKind) => void) | undefined;
}) {
	if (cues.length === 0) return null;
	const after = ({ position, next }: RungWrap["cues"][number]) => {
		if (next.of === 0) return "no try after it";
		const those = next.of === 1 ? "in the next try" : `in the next ${next.of} tries`;
		return `${those}: ${position ? `${short(position)} right in ${next.on}` : `${next.on} good`}`;
	};
	const bare = cues.filter(({ words }) => words === "");
	const told = cues.filter(({ words }) => words !== "");
	return (
		<ul className={css.cues}>
			{bare.length > 0 && <li>{eachOnce(bare.map(({ type }) => cueTypes[type])).join("; ")}</li>}
			{told.map((cue) => (
				<li key={cue.id}>
					<span dir="auto">
						{cueTypes[cue.type]}: <b>{cue.kind ? `“${cue.words}”` : cue.words}</b>
					</span>{" "}
					<span className="mute">{after(cue)}</span>
					{cue.unwritten && onWords && <OwnWords cue={cue} onWords={onWords} />}
				</li>
			))}
		</ul>
	);
}
