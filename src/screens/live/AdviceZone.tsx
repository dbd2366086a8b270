"use client";

import { useEffect, useRef } from "react";
import type { Advice } from "@/core/advice";
import css from "./live.module.scss";

const DEAF_MS = 400;

/**
 * Always there, always this height. A touch within 400 ms after the words changed was
 * meant for the words before, and is ignored.
 */
export function AdviceZone({
	advice,
	onFollow,
	onOtherwise,
	onEvidence,
}: {
	advice: Advice;
	onFollow: () => void;
	onOtherwise: () => void;
	onEvidence: () => void;
}) {
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
				<b>
					{advice.title}
					{advice.ready ? " · ready" : ""}
				</b>
				<span>{advice.reason}</span>
			</button>
			{asks && (
				<button type="button" className={`${css.adviceAct} ${css.solid}`} onClick={heard(onFollow)}>
					follow
				</button>
			)}
			{advice.canSilence && (
				<button type="button" className={css.adviceAct} onClick={heard(onOtherwise)}>
					otherwise<span className="visually-hidden">: stay, and silence this</span>
				</button>
			)}
		</section>
	);
}
