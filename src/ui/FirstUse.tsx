"use client";

import { useSyncExternalStore } from "react";
import { type Term, terms } from "@/core/text/terms";
import Link from "@/ui/Link";
import css from "./keep.module.css";

const key = (term: Term) => `peg-ladder knows ${term}`;
const watchers = new Set<() => void>();
const watch = (heard: () => void) => {
	watchers.add(heard);
	return () => watchers.delete(heard);
};

/** Where nothing can be stored the line is not shown: it could not be closed for good. */
function isKnown(term: Term): boolean {
	try {
		return localStorage.getItem(key(term)) !== null;
	} catch {
		return true;
	}
}

function close(term: Term): void {
	try {
		localStorage.setItem(key(term), "1");
	} catch {
		// A full disk: the line comes again.
	}
	for (const heard of watchers) heard();
}

/** What one of our words means, where it is met first: the first of these that was not closed yet, one line at a time. */
export function FirstUse({ of }: { of: readonly Term[] }) {
	const term = useSyncExternalStore(
		watch,
		() => of.find((one) => !isKnown(one)) ?? null,
		() => null,
	);
	if (!term) return null;
	return (
		<p className={css.firstUse}>
			<span>
				<b>{term}</b>: {terms[term]} <Link href="/how">how it works</Link>
			</span>
			<button type="button" onClick={() => close(term)} aria-label={`close the line about ${term}`}>
				close
			</button>
		</p>
	);
}
