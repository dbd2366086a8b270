"use client";

import { type RefObject, useLayoutEffect, useRef } from "react";
import type { LessonOnDevice } from "@/device/lesson";
import { useStable } from "@/ui/useStable";

/**
 * What a touch changes first is written straight onto the page, by whoever is told first:
 * it is painted before anything is drawn anew. What is written into is nobody else's.
 */
export function useDirectPaint<E extends Element>(lesson: LessonOnDevice, write: (on: E) => void): RefObject<E | null> {
	const ref = useRef<E>(null);
	const now = useStable(() => {
		if (ref.current) write(ref.current);
	});
	// And with each drawing, for what it is made of besides. Both before anything else can be told.
	useLayoutEffect(now);
	useLayoutEffect(() => lesson.subscribeFirst(now), [lesson, now]);
	return ref;
}

/** The one text of an element that nothing else writes into. */
export function setText(on: Element, text: string): void {
	if (on.textContent === text) return;
	if (on.firstChild instanceof Text) on.firstChild.data = text;
	else on.textContent = text;
}
