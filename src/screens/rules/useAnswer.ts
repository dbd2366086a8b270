"use client";

import { useEffect, useRef, useState } from "react";

/** What is shown while the next answer is on its way: the last one, or nothing. */
export const KEEP = "keep";
export const FORGET = "forget";

/**
 * The answer to a question that another thread works out. Asked anew when the
 * question says something else; an answer that comes too late is dropped.
 */
export function useAnswer<Q, A>(
	question: Q | null,
	meanwhile: typeof KEEP | typeof FORGET,
	/** `early` may tell a first answer, before the whole one is there. */
	ask: (question: Q, early: (answer: A) => void) => Promise<A | null>,
): A | null {
	const [answer, setAnswer] = useState<A | null>(null);
	const key = question === null ? null : JSON.stringify(question);
	const latest = useRef(ask);
	latest.current = ask;
	useEffect(() => {
		let current = true;
		if (key === null || meanwhile === FORGET) setAnswer(null);
		if (key !== null)
			void latest
				.current(JSON.parse(key) as Q, (said) => {
					if (current) setAnswer(said);
				})
				.then((said) => {
					if (current) setAnswer(said);
				});
		return () => {
			current = false;
		};
	}, [key, meanwhile]);
	return answer;
}
