"use client";

import Form from "react-bootstrap/Form";
import type { Way } from "@/core/analysis/ways";
import { sum } from "@/core/statistics/sums";
import css from "./rules.module.css";

/**
 * How good tries, and those that were not, split over what they can be: points tell them
 * apart, so what a rule lets through depends on it. Stated and editable; from the log where
 * there is enough of it.
 */
export function SplitFields({
	ways,
	shares,
	from,
	onShare,
}: {
	ways: readonly Way[];
	shares: Readonly<Record<string, number>>;
	/** Whose tries the shares are from; null where they are only stated. */
	from: string | null;
	onShare: (id: string, share: number) => void;
}) {
	const sides = [true, false]
		.map((good) => ({ good, mine: ways.filter((way) => way.good === good) }))
		.filter(({ mine }) => mine.length > 1);
	return (
		<fieldset className="mt-1">
			<legend className="form-label m-0">
				{from ? `How often each outcome comes, from ${from}’s tries` : "How often each outcome comes, as you set it"}
			</legend>
			{sides.map(({ good, mine }) => (
				<div key={String(good)} className={css.split}>
					<span>of 100 {good ? "good" : "not good"}</span>
					{mine.map((way) => (
						<Form.Group key={way.id} controlId={`share-${way.id}`}>
							<Form.Label className="m-0">{way.words.trim() || "an outcome without a name"}</Form.Label>
							<Form.Control
								type="number"
								inputMode="numeric"
								min={0}
								max={100}
								value={Math.round(100 * (shares[way.id] ?? 0))}
								onChange={(event) => onShare(way.id, Math.min(100, Math.max(0, Number(event.target.value) || 0)) / 100)}
							/>
						</Form.Group>
					))}
				</div>
			))}
		</fieldset>
	);
}

/** One share changed; the others of its side share what is left as they did before. */
export function reshared(
	ways: readonly Way[],
	shares: Readonly<Record<string, number>>,
	id: string,
	share: number,
): Record<string, number> {
	const side = ways.find((way) => way.id === id)?.good;
	const others = ways.filter((way) => way.good === side && way.id !== id);
	const before = sum(others, (way) => shares[way.id] ?? 0);
	const next: Record<string, number> = { ...shares, [id]: share };
	for (const other of others)
		next[other.id] = (1 - share) * (before > 0 ? (shares[other.id] ?? 0) / before : 1 / others.length);
	return next;
}
