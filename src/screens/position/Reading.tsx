import type { StillResult } from "@/core/position/still";
import css from "./position.module.css";

const words = {
	on: "on",
	short: "short of its range",
	beyond: "beyond its range",
	"cannot tell": "cannot tell",
} as const;
const figure = (value: number, of: "angle" | "distance") =>
	of === "angle" ? `${value.toFixed(0)}°` : value < 1 ? `${(100 * value).toFixed(0)} cm` : `${value.toFixed(2)} m`;

/** What the points say: the number, how far it may be off, and whether that is on. */
export function Reading({ result, of }: { result: StillResult; of: "angle" | "distance" }) {
	const { measured, judged, measure } = result;
	if (!measured) return null;
	return (
		<div role="status" className={css.reading}>
			<b data-testid="measured">{figure(measured.value, of)}</b>
			<span>
				{judged && <b data-testid="judged">{words[judged]}</b>}
				<span className="mute">
					{" "}
					give or take {of === "angle" ? `${measured.error.toFixed(1)}°` : figure(measured.error, of)}
				</span>
				<br />
				{measure.range
					? judged === "cannot tell"
						? `That is wider than what is left to the end of ${figure(measure.range.low, of)} to ${figure(measure.range.high, of)}.`
						: `Its range is ${figure(measure.range.low, of)} to ${figure(measure.range.high, of)}.`
					: "No range is given, so nothing is said of on or off."}
			</span>
		</div>
	);
}
