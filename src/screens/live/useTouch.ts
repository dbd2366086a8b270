"use client";

import { useEffect, useRef, useState } from "react";
import type { Attempt } from "@/core/log/kinds";
import type { TouchField } from "./layout";

const HOLD_MS = 450;
/** A click this soon after a pointer came up is the same touch once more. */
const SAME_TOUCH_MS = 700;
const nothing: readonly string[] = [];

interface Touch {
	pointer: number;
	/** Fields slid over, in order; all of one row. */
	over: TouchField[];
	held: boolean;
	timer: ReturnType<typeof setTimeout>;
	/** Where the fields are. */
	within: Element;
	/** Stops following the finger. */
	deaf: AbortController;
}

/**
 * One attempt, one touch. Pointer-down paints the field, pointer-up counts. Sliding
 * on over other fault fields of the row names several faults in the one touch,
 * holding names the other direction, sliding off all fields cancels. Keyboards and
 * screen readers press the same buttons and get the plain meaning.
 */
export function useTouch(fields: readonly TouchField[], onAttempt: (attempt: Attempt) => void) {
	/** The fields that are held, while they are: their words change. */
	const [held, setHeld] = useState<readonly string[]>(nothing);
	const touch = useRef<Touch | null>(null);
	const lastUp = useRef(Number.NEGATIVE_INFINITY);

	const fieldOf = (element: Element | null) => {
		const id = element?.closest<HTMLElement>("[data-field]")?.dataset.field;
		return fields.find((field) => field.id === id);
	};
	// Painted straight onto the page, which answers the finger before anything is worked out.
	const paint = (now: Touch, on: boolean) => {
		const over = new Set(on ? now.over.map((field) => field.id) : []);
		for (const { dataset } of now.within.querySelectorAll<HTMLElement>("[data-field]")) {
			const pressed = over.has(dataset.field ?? "");
			if (pressed !== (dataset.pressed === "true")) dataset.pressed = String(pressed);
		}
		setHeld(on && now.held ? [...over] : nothing);
	};
	const end = () => {
		const now = touch.current;
		touch.current = null;
		if (!now) return;
		clearTimeout(now.timer);
		now.deaf.abort();
		paint(now, false);
	};
	useEffect(() => () => touch.current?.deaf.abort(), []);

	const move = (event: PointerEvent) => {
		const now = touch.current;
		if (!now || now.pointer !== event.pointerId) return;
		const field = fieldOf(document.elementFromPoint(event.clientX, event.clientY));
		const first = now.over[0];
		if (!field) {
			if (now.over.length === 0) return;
			now.over = [];
		} else if (now.over.length === 0) now.over = [field];
		else if (field !== now.over.at(-1)) {
			const sameRow = first?.position && field.position && first.small === field.small;
			if (!sameRow) now.over = [field];
			else if (!now.over.includes(field)) now.over.push(field);
		} else return;
		clearTimeout(now.timer);
		paint(now, true);
	};
	const lift = (event: PointerEvent) => {
		const now = touch.current;
		if (!now || now.pointer !== event.pointerId) return;
		lastUp.current = event.timeStamp;
		// Lifted beside the fields is slid off, wherever that was.
		const [first] = now.within.contains(event.target as Node) ? now.over : [];
		if (first) onAttempt(together(now.over, now.held));
		end();
	};

	return {
		held,
		handlers: {
			onPointerDown(event: React.PointerEvent) {
				const field = fieldOf(event.target as Element);
				if (!field || touch.current || event.button !== 0) return;
				const timer = setTimeout(() => {
					if (touch.current?.over.length !== 1 || !field.position) return;
					touch.current.held = true;
					paint(touch.current, true);
				}, HOLD_MS);
				const deaf = new AbortController();
				touch.current = {
					pointer: event.pointerId,
					over: [field],
					held: false,
					timer,
					deaf,
					within: event.currentTarget,
				};
				// A touch captures its first element; the slide needs what is under the finger.
				(event.target as Element).releasePointerCapture?.(event.pointerId);
				// Until the finger is up, it is followed wherever it goes: it may leave the fields, and be lifted outside.
				const { signal } = deaf;
				window.addEventListener("pointermove", move, { signal });
				window.addEventListener("pointerup", lift, { signal });
				window.addEventListener("pointercancel", end, { signal });
				paint(touch.current, true);
			},
			onClick(event: React.MouseEvent) {
				// A pointer was already counted on its way up; what clicks without one is a keyboard or a screen reader.
				if (event.detail !== 0 && event.timeStamp - lastUp.current < SAME_TOUCH_MS) return;
				const field = fieldOf(event.target as Element);
				if (field) onAttempt(field.attempt);
			},
		},
	};
}

/** Several fields of one row as one attempt. */
export function together(fields: readonly TouchField[], held: boolean): Attempt {
	const first = fields[0] as TouchField;
	return {
		...first.attempt,
		off: fields.flatMap((field) =>
			field.attempt.off.map((off) => (held ? { ...off, direction: "beyond" as const } : off)),
		),
	};
}
