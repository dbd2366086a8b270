import css from "./frame.module.css";
import type { KeyHint } from "./Key";
import { KeyLine } from "./Keys";
import { FootLine, TopLine } from "./TopLine";

/** A bench: top line, spine for the rail of what is open, work column, margin, the places at a thumb, key line. */
export function BenchPage({
	spine,
	margin,
	keys = [],
	wide = false,
	ownFoot = false,
	children,
}: {
	spine?: React.ReactNode;
	margin?: React.ReactNode;
	keys?: readonly KeyHint[];
	/** The work column takes the spine too: its rows carry their own stretch of the rail. And the margin, where that says "whole". */
	wide?: boolean | "whole";
	/** Something of its own stands at the foot of a phone: the places stay under the way back. */
	ownFoot?: boolean;
	children: React.ReactNode;
}) {
	return (
		<>
			<a className="visually-hidden visually-hidden-focusable" href="#work">
				Skip to content
			</a>
			<TopLine />
			<div className={css.main}>
				{!wide &&
					(spine ? (
						<aside className={css.spine} aria-label="Ladder">
							{spine}
						</aside>
					) : (
						<div className={css.spine} />
					))}
				<main id="work" tabIndex={-1} className={wide === "whole" ? css.whole : wide ? css.wide : ""}>
					{children}
				</main>
				{wide !== "whole" && (
					<aside className={css.margin} aria-label="Notes">
						{margin}
					</aside>
				)}
			</div>
			{!ownFoot && <FootLine />}
			<KeyLine hints={keys} />
		</>
	);
}
