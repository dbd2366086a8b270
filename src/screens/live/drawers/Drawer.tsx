"use client";

import { useEffect, useRef } from "react";
import { useLive } from "../LiveContext";
import css from "./drawer.module.css";

/** Covers the upper zones only, never the fields; a touch on a field logs and closes it. */
export function Drawer({ title, children }: { title: string; children: React.ReactNode }) {
	const { close } = useLive();
	const ref = useRef<HTMLElement>(null);
	useEffect(() => {
		const before = document.activeElement;
		ref.current?.focus();
		return () => {
			if (before instanceof HTMLElement && before.isConnected) before.focus();
		};
	}, []);
	return (
		<section ref={ref} className={css.drawer} aria-label={title} tabIndex={-1}>
			<div className="d-flex align-items-center justify-content-between">
				<h2>{title}</h2>
				<button type="button" className={css.choice} onClick={close}>
					close
				</button>
			</div>
			{children}
		</section>
	);
}

/** In place of a drawer that could not be fetched: the lesson goes on. */
export const NotFetched = ({ onAgain }: { onAgain: () => void }) => (
	<Drawer title="This panel has not loaded">
		<p className="m-0">No signal, so it could not load. You can go on counting. Nothing is lost.</p>
		<Choices>
			<Choice onClick={onAgain}>try again</Choice>
		</Choices>
	</Drawer>
);

export function Choice({ small, children, ...rest }: React.ComponentProps<"button"> & { small?: string | undefined }) {
	return (
		<button type="button" className={css.choice} {...rest}>
			{children}
			{small && <small>{small}</small>}
		</button>
	);
}

export const Choices = ({ children }: { children: React.ReactNode }) => <div className={css.choices}>{children}</div>;
