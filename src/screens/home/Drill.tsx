import { sketchWordsIn } from "@/core/languages/sketchWordsIn";
import { amountOf } from "@/core/practice/amount";
import type { JournalEntry, JournalItem } from "@/core/practice/journal";
import { SketchView } from "@/screens/ladders/SketchView";
import { Linked } from "@/ui/Linked";
import { Beat } from "./Beat";
import css from "./home.module.css";
import { Shown } from "./Shown";
import { Rich, useSpeech } from "./Speech";

interface Acts {
	onCount: () => void;
	onWrite: () => void;
	/** The warm-up was done. */
	onDone: () => void;
	onTarget: (target: number) => void;
}

/** One drill: what to do, what to think of, how many, and what came of it so far. */
export function Drill({
	of,
	day,
	pictures,
	best,
	underWay,
	enough,
	acts,
}: {
	of: JournalItem;
	day: string;
	pictures: Record<string, string>;
	best: JournalEntry | null;
	/** Tries of a count that goes on. */
	underWay: number;
	enough: boolean;
	acts: Acts;
}) {
	const { item, entries } = of;
	const { say, day: dayWords, list } = useSpeech();
	const doneToday = entries.filter((entry) => entry.day === day);
	const scores = doneToday.map(({ good, tries }) => say("drill.score", { good, tries }));
	return (
		<article className={css.drill} aria-label={item.name}>
			<h3 dir="auto">{item.name}</h3>
			<Asked of={of} />
			<Said item={item} pictures={pictures} />
			{scores.length > 0 && !item.warmUp && <p>{say("drill.done today", { scores: list(scores) })}</p>}
			{best && !item.warmUp && (
				<p>
					<Rich id="drill.best" values={{ good: best.good, tries: best.tries, day: dayWords(best.day, day) }} />
				</p>
			)}
			{!item.warmUp && <Target of={of} onTarget={acts.onTarget} />}
			{item.warmUp ? (
				<div className={css.acts}>
					<button type="button" className={css.main} onClick={acts.onDone} disabled={doneToday.length > 0}>
						{say(doneToday.length > 0 ? "drill.done" : "drill.did it")}
						<Of name={item.name} />
					</button>
				</div>
			) : (
				<div className={css.acts}>
					<button type="button" className={css.main} onClick={acts.onCount} disabled={enough && underWay === 0}>
						{underWay > 0 ? say("drill.go on", { tries: underWay }) : say("drill.count")}
						<Of name={item.name} />
					</button>
					<button type="button" className={css.second} onClick={acts.onWrite} disabled={underWay > 0}>
						{say("drill.save score")}
						<Of name={item.name} />
					</button>
				</div>
			)}
		</article>
	);
}

/** Whose button it is, for who cannot see where it stands. */
const Of = ({ name }: { name: string }) => <span className="visually-hidden">: {name}</span>;

/** A target that may be moved, or how far it is to the next one. */
function Target({ of, onTarget }: { of: JournalItem; onTarget: (target: number) => void }) {
	const { item, target, suggestion, next, entries } = of;
	const { say } = useSpeech();
	if (suggestion)
		return (
			<p className={css.suggest}>
				{say(suggestion.to > target ? "drill.raise" : "drill.lower", { target, ...suggestion })}{" "}
				<button type="button" className={css.small} onClick={() => onTarget(suggestion.to)}>
					{say("drill.take target", { to: suggestion.to })}
					<Of name={item.name} />
				</button>
			</p>
		);
	return next && entries.length > 0 ? <p className={css.mute}>{say("drill.next", { target, ...next })}</p> : null;
}

/** How much is asked for. A warm-up has days and minutes, and no target. */
function Asked({ of: { item, target } }: { of: JournalItem }) {
	const { say, list, weekday } = useSpeech();
	const { minutes } = amountOf(item);
	const when = [
		item.days.length === 7 ? say("drill.every day") : list([...item.days].sort().map(weekday)),
		...(minutes > 0 ? [say("drill.minutes", { n: minutes })] : []),
	].join(", ");
	return (
		<p className={css.asked}>
			{!item.warmUp && <Rich id="drill.asked" values={{ target, tries: item.dose }} />}
			<span className={css.mute}> {item.warmUp ? say("drill.warm-up", { when }) : when}</span>
		</p>
	);
}

/** What the coach says of it: what to mind first, then what to do, what counts, and the one cue; the others folded. */
function Said({ item, pictures }: { item: JournalItem["item"]; pictures: Record<string, string> }) {
	const { caution, drill, home, cues, feel, counts = [], forms = [], sketch } = item;
	const [cue, ...others] = cues;
	const { say, list } = useSpeech();
	return (
		<>
			{caution && (
				<p className={css.caution} dir="auto">
					{caution}
				</p>
			)}
			{drill && (
				<p dir="auto">
					<Linked text={drill} />
				</p>
			)}
			{counts.length > 0 && (
				<div className={css.counts}>
					<p>{say("drill.counts")}</p>
					<ul>
						{counts.map((line) => (
							<li key={line} dir="auto">
								{line}
							</li>
						))}
					</ul>
				</div>
			)}
			{cue && (
				<p className={css.cue} dir="auto">
					“{cue}”
				</p>
			)}
			{item.pictures.map(({ hash, clip, shows }) => {
				const src = pictures[hash];
				return src === undefined ? null : <Shown key={hash} src={src} clip={clip} shows={shows} />;
			})}
			{sketch && (
				<SketchView sketch={sketch} sees={{ side: "none", strong: "right", unit: "m" }} words={sketchWordsIn(say)} />
			)}
			{item.rhythm && <Beat rhythm={item.rhythm} label={item.name} />}
			{home.length > 0 && !sketch && <p dir="auto">{say("drill.at home", { words: list(home) })}</p>}
			{(others.length > 0 || feel || forms.length > 0) && (
				<details className={css.more}>
					<summary>
						{say("drill.more")}
						<Of name={item.name} />
					</summary>
					{feel && <p dir="auto">{say("drill.feel", { words: feel })}</p>}
					{others.map((one) => (
						<p key={one} dir="auto">
							“{one}”
						</p>
					))}
					{forms.map((one) => (
						<p key={one} dir="auto">
							{one}
						</p>
					))}
				</details>
			)}
		</>
	);
}
