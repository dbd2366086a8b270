"use client";

import { memo, useEffect, useRef } from "react";
import type { Advice } from "@/core/advice";
import css from "./advice.module.css";

const DEAF_MS = 400;

interface Props {
	advice: Advice;
	onFollow: () => void;
	onOtherwise: () => void;
	onEvidence: () => void;
}

/** A new advice in the same words is drawn the same; its buttons act on the latest. */
const sameWords = (before: Props, after: Props): boolean =>
	before.onFollow === after.onFollow &&
	before.onOtherwise === after.onOtherwise &&
	before.onEvidence === after.onEvidence &&
	JSON.stringify({ ...before.advice, evidence: null }) === JSON.stringify({ ...after.advice, evidence: null });

/**
 * Always there, always this height. A touch within 400 ms after the words changed was
 * meant for the words before, and is ignored.
 */
export const AdviceZone = memo(function AdviceZone({ advice, onFollow, onOtherwise, onEvidence }: Props) {
	const changedAt = useRef(0);
	const said = `${advice.title}/${advice.reason}`;
	// biome-ignore lint/correctness/useExhaustiveDependencies: the words are what restarts the clock
	useEffect(() => {
		changedAt.current = performance.now();
	}, [said]);
	const heard = (act: () => void) => () => {
		if (performance.now() - changedAt.current > DEAF_MS) act();
	};
	const asks = advice.act !== null;
	return (
		<section className={css.advice} aria-label="Advice" data-testid="advice" data-line={advice.line}>
			<button type="button" className={css.adviceText} data-asks={asks} onClick={heard(onEvidence)} aria-live="polite">
				<span className={css.adviceWords}>
					<b>
						{advice.title}
						{advice.ready ? " · ready" : ""}
					</b>
					<span>{advice.reason}</span>
				</span>
			</button>
			{asks && (
				<button type="button" className={`${css.adviceAct} ${css.solid}`} onClick={heard(onFollow)}>
					follow
				</button>
			)}
			{advice.canSilence && (
				<button type="button" className={css.adviceAct} onClick={heard(onOtherwise)}>
					skip<span className="visually-hidden">: stay here and stop this advice</span>
				</button>
			)}
		</section>
	);
}, sameWords);

/** In the advice's place while another device counts: what is tapped here is kept apart. */
export const WatchingZone = memo(function WatchingZone({ onTakeOver }: { onTakeOver: () => void }) {
	return (
		<section className={css.advice} aria-label="You are watching" data-testid="watching">
			<p className={css.adviceText} role="status">
				<span className={css.adviceWords}>
					<b>Another device counts</b>
					<span>You are watching. Taps here are saved but not counted. Add them under “more”.</span>
				</span>
			</p>
			<button type="button" className={css.adviceAct} onClick={onTakeOver}>
				take over
			</button>
		</section>
	);
});
