import type { Refusal } from "@/core/refusals/refusals";

/** What was not taken, and what would be right: at the place of the act. */
export function Refusals({ refusals }: { refusals: readonly Refusal[] }) {
	if (refusals.length === 0) return null;
	return (
		<div role="alert" className="asks my-2">
			{[...new Set(refusals.map((r) => r.sentence))].map((sentence) => (
				<p key={sentence} className="m-0" dir="auto">
					{sentence}
				</p>
			))}
		</div>
	);
}
