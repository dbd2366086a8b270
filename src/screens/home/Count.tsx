import { useEffect } from "react";
import { type Mark, scoreOf, type Touched } from "@/core/practice/counting";
import type { JournalItem } from "@/core/practice/journal";
import css from "./home.module.css";
import type { Kept } from "./practice";
import { useSpeech } from "./Speech";

const MARKS_SHOWN = 20;
/** Counting with one thumb: good lower right, off beside it, everything kept at once. */
export function Count({
	of: { item, target },
	left,
	kept,
	marks,
	onTouch,
	onUndo,
	onLeave,
	onDone,
}: {
	of: JournalItem;
	/** Tries left of the day's most; null where there is none. */
	left: number | null;
	kept: Kept;
	/** The tries of the count that is under way. */
	marks: readonly Touched[];
	onTouch: (mark: Mark) => void;
	onUndo: () => void;
	onLeave: () => void;
	onDone: () => void;
}) {
	const { say } = useSpeech();
	const { tries, good } = scoreOf(marks);
	const full = left !== null && tries >= left;
	const touch = (mark: Mark) => {
		if (!full || mark === "no count") onTouch(mark);
	};
	useEffect(() => {
		const keys: Record<string, () => void> = { PageDown: () => touch("good"), PageUp: () => touch("off"), u: onUndo };
		const press = (event: KeyboardEvent) => {
			const act = keys[event.key];
			if (!act || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
			event.preventDefault();
			act();
		};
		window.addEventListener("keydown", press);
		return () => window.removeEventListener("keydown", press);
	});
	return (
		<main className={css.count}>
			<header>
				<button type="button" className={css.small} onClick={onLeave}>
					{say("count.back")}
				</button>
				<h1 dir="auto">{item.name}</h1>
			</header>
			<BigNumber good={good} tries={tries} target={target} dose={item.dose} />
			<p className={css.mute} data-testid="kept">
				{say(kept.full || !kept.lasts ? "kept.short.full" : kept.keeping ? "kept.saving" : "kept.short.saved")}
			</p>
			<Marks marks={marks.map(({ mark }) => mark)} />
			<p className={full ? css.enough : css.mute} aria-live="polite">
				{full
					? say("count.enough")
					: tries >= item.dose
						? say("count.all done", { tries: item.dose })
						: say("count.to go", { n: item.dose - tries })}
			</p>
			<div className={css.fields}>
				<button type="button" className={css.field} disabled={full} onClick={() => touch("off")}>
					{say("count.off")}
				</button>
				<button
					type="button"
					className={`${css.field} ${css.good}`}
					disabled={full}
					onClick={() => touch("good")}
					data-field="good"
				>
					{say("count.good")}
				</button>
			</div>
			<div className={css.below}>
				<button type="button" onClick={onUndo} disabled={marks.length === 0}>
					{say("count.undo")}
				</button>
				<button type="button" onClick={() => touch("no count")}>
					{say("count.no count")}
				</button>
				<button type="button" onClick={onDone} disabled={tries === 0}>
					{say("count.done")}
				</button>
			</div>
		</main>
	);
}

const drawn: Record<Mark, (x: number) => string> = {
	good: (x) => `M${x - 7} 8a7 7 0 1 0 14 0a7 7 0 1 0-14 0`,
	off: (x) => `M${x - 6} 8a6 6 0 1 0 12 0a6 6 0 1 0-12 0`,
	"no count": (x) => `M${x - 6} 8h12`,
};

/** What one looks at: how many are good, and of how many. */
function BigNumber({ good, tries, target, dose }: { good: number; tries: number; target: number; dose: number }) {
	const { say } = useSpeech();
	return (
		<div className={css.number} role="status" aria-label={say("count.label", { good, tries })}>
			<b aria-hidden="true">{good}</b>
			<span aria-hidden="true">
				{say("count.of", { tries })}
				<br />
				{say("count.target", { target, tries: dose })}
			</span>
		</div>
	);
}

/** The latest tries as marks: good filled, off open, no count a dash. Words stand beside them. */
function Marks({ marks }: { marks: readonly Mark[] }) {
	const latest = marks.slice(-MARKS_SHOWN);
	const path = (which: (mark: Mark) => boolean) =>
		latest.map((mark, i) => (which(mark) ? drawn[mark](i * 18 + 8) : "")).join("");
	return (
		<svg className={css.marks} viewBox={`0 0 ${MARKS_SHOWN * 18} 16`} aria-hidden="true">
			<path d={path((mark) => mark !== "good")} />
			<path className={css.filled} d={path((mark) => mark === "good")} />
		</svg>
	);
}
