import { weekdays } from "@/core/practice/assignment";
import type { JournalEntry, JournalItem } from "@/core/practice/journal";
import { amountOf } from "@/core/practice/page";
import { list, plural } from "@/core/text/lists";
import { SketchView } from "@/screens/ladders/SketchView";
import { dayWords } from "@/ui/dates";
import { Linked } from "@/ui/Linked";
import { Beat } from "./Beat";
import css from "./home.module.css";
import { Shown } from "./Shown";

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
	const { item, target, suggestion, next, entries } = of;
	const doneToday = entries.filter((entry) => entry.day === day);
	const label = item.name;
	return (
		<article className={css.drill} aria-label={label}>
			<h3 dir="auto">{item.name}</h3>
			<Asked of={of} />
			<Said item={item} pictures={pictures} />
			{doneToday.length > 0 && !item.warmUp && (
				<p>Today: {doneToday.map(({ good, tries }) => `${good} of ${tries}`).join(", ")}.</p>
			)}
			{best && !item.warmUp && (
				<p>
					Your best: <b>{best.good}</b> of {best.tries}, on {dayWords(best.day, day)}.
				</p>
			)}
			{suggestion && !item.warmUp ? (
				<p className={css.suggest}>
					{suggestion.to > target
						? `You reached ${target} in ${suggestion.met} of your last ${suggestion.of} goes. Try for ${suggestion.to}?`
						: `You reached ${target} in ${suggestion.met} of your last ${suggestion.of} goes. ${suggestion.to} may be a better target for now.`}{" "}
					<button type="button" className={css.small} onClick={() => acts.onTarget(suggestion.to)}>
						{suggestion.to} is my target now
						<span className="visually-hidden">: {label}</span>
					</button>
				</p>
			) : (
				next &&
				!item.warmUp &&
				entries.length > 0 && (
					<p className={css.mute}>
						Next: reach {target} {plural(next.goes, "more time")}, then try for {next.to}.
					</p>
				)
			)}
			{item.warmUp ? (
				<div className={css.acts}>
					<button type="button" className={css.main} onClick={acts.onDone} disabled={doneToday.length > 0}>
						{doneToday.length > 0 ? "done today ✓" : "I did it"}
						<span className="visually-hidden">: {label}</span>
					</button>
				</div>
			) : (
				<div className={css.acts}>
					<button type="button" className={css.main} onClick={acts.onCount} disabled={enough && underWay === 0}>
						{underWay > 0 ? `go on, ${plural(underWay, "try")} so far` : "count"}
						<span className="visually-hidden">: {label}</span>
					</button>
					<button type="button" className={css.second} onClick={acts.onWrite} disabled={underWay > 0}>
						save a score
						<span className="visually-hidden">: {label}</span>
					</button>
				</div>
			)}
		</article>
	);
}

/** How much is asked for. A warm-up has days and minutes, and no target. */
function Asked({ of: { item, target } }: { of: JournalItem }) {
	const { minutes } = amountOf(item);
	const when = [
		item.days.length === 7 ? "every day" : list([...item.days].sort().map((one) => weekdays[one] ?? "")),
		...(minutes > 0 ? [plural(minutes, "minute")] : []),
	].join(", ");
	return (
		<p className={css.asked}>
			{!item.warmUp && (
				<>
					<b>{target}</b> good of {item.dose}
				</>
			)}
			<span className={css.mute}>
				{" "}
				{item.warmUp && "Warm-up, "}
				{when}
			</span>
		</p>
	);
}

/** What the coach says of it: what to mind first, then what to do, what counts, and the one cue; the others folded. */
function Said({ item, pictures }: { item: JournalItem["item"]; pictures: Record<string, string> }) {
	const { caution, drill, home, cues, feel, counts = [], forms = [], sketch } = item;
	const [cue, ...others] = cues;
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
					<p>Counts when:</p>
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
			{sketch && <SketchView sketch={sketch} sees={{ side: "none", strong: "right", unit: "m" }} />}
			{item.rhythm && <Beat rhythm={item.rhythm} label={item.name} />}
			{home.length > 0 && !sketch && <p dir="auto">Use at home: {list(home)}.</p>}
			{(others.length > 0 || feel || forms.length > 0) && (
				<details className={css.more}>
					<summary>
						more about it<span className="visually-hidden">: {item.name}</span>
					</summary>
					{feel && <p dir="auto">Feel for: {feel}</p>}
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
