import { endsRefusal } from "@/core/position/measure";
import { figureWords, type StillResult } from "@/core/position/still";
import css from "./position.module.css";

const words = {
	on: "on",
	short: "short of its range",
	beyond: "beyond its range",
	"cannot tell": "cannot tell",
	"cannot be judged": "cannot be judged",
} as const;
/** What the points say: the number, how far it may be off, and whether that is on. */
export function Reading({ result, of }: { result: StillResult; of: "angle" | "distance" }) {
	const { measured, judged, measure } = result;
	if (!measured) return null;
	return (
		<div role="status" className={css.reading}>
			<b data-testid="measured">{figureWords(measured.value, of)}</b>
			<span>
				{judged && <b data-testid="judged">{words[judged]}</b>}
				<span className="mute">
					{" "}
					give or take {of === "angle" ? `${measured.error.toFixed(1)}°` : figureWords(measured.error, of)}
				</span>
				<br />
				{measure.range
					? judged === "cannot be judged"
						? (endsRefusal(of, measure.range, of === "angle" ? "degrees" : "m") ?? "")
						: judged === "cannot tell"
							? `That is wider than what is left to the end of ${figureWords(measure.range.low, of)} to ${figureWords(measure.range.high, of)}.`
							: `Its range is ${figureWords(measure.range.low, of)} to ${figureWords(measure.range.high, of)}.`
					: "No range is given, so nothing is said of on or off."}
			</span>
		</div>
	);
}
