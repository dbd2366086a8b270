import { SHARP } from "@/core/insight/agreement";
import { plural } from "@/core/text/lists";
import type { ProgressProps } from "@/server/readProgress";
import { Lines } from "@/ui/Lines";
import css from "./progress.module.css";

/** Whether coach and partner saw the same, where both logged a set. */
export const Agreements = ({ agreements }: Pick<ProgressProps, "agreements">) =>
	agreements.length > 0 && (
		<section aria-label="Do two people see the same" className={css.margin}>
			<h2>Do two people see the same?</h2>
			{agreements.map(({ position, share, kappa, low, high, tries }) => (
				<div key={position}>
					<Lines
						of={[
							[<b key="name">{position}</b>, plural(tries, "try")],
							["both saw the same", <b key="same">{(100 * share).toFixed(0)} of 100</b>],
							["beyond chance", kappa === null ? null : `${kappa.toFixed(2)} of 1`],
							["likely", kappa === null ? null : `${low?.toFixed(2)} to ${high?.toFixed(2)}`],
						]}
					/>
					{kappa !== null && kappa < SHARP && <p className="m-0 asks">Describe its sign more clearly.</p>}
				</div>
			))}
		</section>
	);
