import { useEffect } from "react";
import { type Mark, scoreOf, type Touched } from "@/core/practice/counting";
import type { JournalItem } from "@/core/practice/journal";
import { plural } from "@/core/text/lists";
import css from "./home.module.css";
import type { Kept } from "./practice";

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
					back
				</button>
				<h1 dir="auto">{item.name}</h1>
			</header>
			<div className={css.number} role="status" aria-label={`${good} good of ${plural(tries, "try")}`}>
				<b aria-hidden="true">{good}</b>
				<span aria-hidden="true">
					good of {tries}
					<br />
					{target} of {item.dose} is the target
				</span>
			</div>
			<p className={css.mute} data-testid="kept">
				{kept.full || !kept.lasts ? "not saved: this phone is full" : kept.keeping ? "saving" : "saved ✓"}
			</p>
			<Marks marks={marks.map(({ mark }) => mark)} />
			<p className={full ? css.enough : css.mute} aria-live="polite">
				{full
					? "Enough for today. Press done."
					: tries >= item.dose
						? `Today’s ${item.dose} tries are done.`
						: `${item.dose - tries} to go.`}
			</p>
			<div className={css.fields}>
				<button type="button" className={css.field} disabled={full} onClick={() => touch("off")}>
					not good
				</button>
				<button
					type="button"
					className={`${css.field} ${css.good}`}
					disabled={full}
					onClick={() => touch("good")}
					data-field="good"
				>
					good
				</button>
			</div>
			<div className={css.below}>
				<button type="button" onClick={onUndo} disabled={marks.length === 0}>
					undo
				</button>
				<button type="button" onClick={() => touch("no count")}>
					no count
				</button>
				<button type="button" onClick={onDone} disabled={tries === 0}>
					done
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
