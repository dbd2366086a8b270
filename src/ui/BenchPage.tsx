import css from "./frame.module.css";
import type { KeyHint } from "./Key";
import { KeyLine } from "./Keys";
import { Tools, TopLine } from "./TopLine";

/** A bench: top line, spine for the rail of what is open, work column, margin, key line. */
export function BenchPage({
	spine,
	margin,
	keys = [],
	wide = false,
	children,
}: {
	spine?: React.ReactNode;
	margin?: React.ReactNode;
	keys?: readonly KeyHint[];
	/** The work column takes the spine too: its rows carry their own stretch of the rail. And the margin, where that says "whole". */
	wide?: boolean | "whole";
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
						<aside className={css.spine} aria-label="Spine">
							{spine}
						</aside>
					) : (
						<div className={css.spine} />
					))}
				<main id="work" tabIndex={-1} className={wide === "whole" ? css.whole : wide ? css.wide : ""}>
					{children}
				</main>
				{wide !== "whole" && (
					<aside className={css.margin} aria-label="Margin">
						{margin}
					</aside>
				)}
			</div>
			<footer className={css.footTools}>
				<Tools />
			</footer>
			<KeyLine hints={keys} />
		</>
	);
}
