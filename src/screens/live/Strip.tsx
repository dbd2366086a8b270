import type { Board } from "@/core/lesson/board";
import { late } from "@/ui/late";
import css from "./strip.module.css";

/** Not needed to count; where they cannot be fetched the rows behind them open all the same. */
const StripMarks = late(
	() => import("./StripMarks").then((module) => module.StripMarks),
	() => null,
);

/** The last attempts: one target that opens the rows. */
export function Strip({ board, onOpen }: { board: Board; onOpen: () => void }) {
	return (
		<button type="button" className={css.strip} onClick={onOpen}>
			<span className={css.stripLine}>
				<span className="visually-hidden">{`Last tries, ${board.visit.tries.length} here: correct, remove or insert`}</span>
				<StripMarks board={board} />
			</span>
		</button>
	);
}
