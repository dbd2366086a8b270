import { SHARP } from "@/core/insight/agreement";
import type { ProgressProps } from "@/server/readProgress";
import css from "./progress.module.css";

/** Whether coach and partner saw the same, where both logged a set. */
export const Agreements = ({ agreements }: Pick<ProgressProps, "agreements">) =>
	agreements.length > 0 && (
		<section aria-label="Do two people see the same" className={css.margin}>
			<h2>Do two people see the same?</h2>
			{agreements.map(({ position, share, kappa, low, high, tries }) => (
				<p key={position} className="m-0" dir="auto">
					<b>{position}</b>: the same in {(100 * share).toFixed(0)} of 100, {tries} tries
					{kappa !== null && `; beyond chance ${kappa.toFixed(2)} (${low?.toFixed(2)} to ${high?.toFixed(2)})`}.
					{kappa !== null && kappa < SHARP && " Its tell wants sharper words."}
				</p>
			))}
		</section>
	);
