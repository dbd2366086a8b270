import { weekdays } from "@/core/practice/assignment";
import type { JournalEntry, JournalItem } from "@/core/practice/journal";
import { list, plural } from "@/core/text/lists";
import { dayWords } from "@/ui/dates";
import { Beat } from "./Beat";
import css from "./home.module.css";

/** One drill: what to do, what to think of, how many, and what came of it so far. */
export function Drill({
	of: { item, target, suggestion, entries },
	day,
	pictures,
	best,
	underWay,
	blocked,
	enough,
	onCount,
	onWrite,
	onTarget,
}: {
	of: JournalItem;
	day: string;
	pictures: Record<string, string>;
	best: JournalEntry | null;
	/** Tries in a count that is not written down yet. */
	underWay: number;
	/** Another drill's count is under way. */
	blocked: boolean;
	enough: boolean;
	onCount: () => void;
	onWrite: () => void;
	onTarget: (target: number) => void;
}) {
	const doneToday = entries.filter((entry) => entry.day === day);
	const label = item.name;
	return (
		<article className={css.drill} aria-label={label}>
			<h3 dir="auto">{item.name}</h3>
			<p className={css.asked}>
				<b>{target}</b> good of {item.dose}
				<span className={css.mute}>
					{" "}
					{item.days.length === 7 ? "every day" : list([...item.days].sort().map((one) => weekdays[one] ?? ""))}
				</span>
			</p>
			{item.caution && (
				<p className={css.caution} dir="auto">
					{item.caution}
				</p>
			)}
			{item.drill && <p dir="auto">{item.drill}</p>}
			{item.home.length > 0 && <p dir="auto">Use at home: {list(item.home)}.</p>}
			{item.cues.map((cue) => (
				<p key={cue} className={css.cue} dir="auto">
					“{cue}”
				</p>
			))}
			{item.feel && <p dir="auto">Feel for: {item.feel}</p>}
			{item.pictures.map(({ hash, clip, shows }) =>
				pictures[hash] === undefined ? null : clip ? (
					<video
						key={hash}
						className={css.picture}
						src={pictures[hash]}
						aria-label={shows}
						controls
						muted
						playsInline
						loop
					/>
				) : (
					// biome-ignore lint/performance/noImgElement: this page has no framework under it
					<img key={hash} className={css.picture} src={pictures[hash]} alt={shows} loading="lazy" />
				),
			)}
			{item.rhythm && <Beat rhythm={item.rhythm} label={label} />}
			{doneToday.length > 0 && <p>Today: {doneToday.map(({ good, tries }) => `${good} of ${tries}`).join(", ")}.</p>}
			{best && (
				<p>
					Your best: <b>{best.good}</b> of {best.tries}, on {dayWords(best.day, day)}.
				</p>
			)}
			{suggestion && (
				<p className={css.suggest}>
					{suggestion.to > target
						? `You reached ${target} in ${suggestion.met} of your last ${suggestion.of} goes. Try for ${suggestion.to}?`
						: `You reached ${target} in ${suggestion.met} of your last ${suggestion.of} goes. ${suggestion.to} may be a better target for now.`}{" "}
					<button type="button" className={css.small} onClick={() => onTarget(suggestion.to)}>
						{suggestion.to} is my target now
						<span className="visually-hidden">: {label}</span>
					</button>
				</p>
			)}
			<div className={css.acts}>
				<button type="button" className={css.main} onClick={onCount} disabled={blocked || (enough && underWay === 0)}>
					{underWay > 0 ? `go on, ${plural(underWay, "try")} so far` : "count"}
					<span className="visually-hidden">: {label}</span>
				</button>
				<button type="button" className={css.second} onClick={onWrite} disabled={underWay > 0}>
					save a score
					<span className="visually-hidden">: {label}</span>
				</button>
			</div>
			{blocked && <p className={css.mute}>You are counting another drill. Save that one first.</p>}
		</article>
	);
}
