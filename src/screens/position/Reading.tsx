import { endsRefusal } from "@/core/position/measure";
import { figureWords, type StillResult } from "@/core/position/still";
import css from "./position.module.css";

const words = {
	on: "on",
	short: "not enough",
	beyond: "too much",
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
				<span className="mute">
					± {of === "angle" ? `${measured.error.toFixed(1)}°` : figureWords(measured.error, of)}
				</span>{" "}
				{judged && <b data-testid="judged">{words[judged]}</b>}
				<br />
				{measure.range && judged !== "cannot be judged" && (
					<>
						Tolerance {figureWords(measure.range.low, of)} to {figureWords(measure.range.high, of)}
					</>
				)}
				{judged === "cannot tell" && <span className="d-block">The error reaches past the edge.</span>}
				{measure.range &&
					judged === "cannot be judged" &&
					(endsRefusal(of, measure.range, of === "angle" ? "degrees" : "m") ?? "")}
				{!measure.range && "No tolerance set, so no verdict."}
			</span>
		</div>
	);
}
