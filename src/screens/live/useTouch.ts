"use client";

import { useEffect, useRef, useState } from "react";
import type { TouchField } from "@/core/lesson/layout";
import type { Attempt } from "@/core/log/kinds";

const HOLD_MS = 450;
const nothing: readonly string[] = [];

/** When a finger came down and went up again, by the events' own times: however late they are heard of. */
export interface When {
	down: number;
	up: number;
}

interface Touch {
	pointer: number;
	down: number;
	/** Fields slid over, in order; all of one row. */
	over: TouchField[];
	/** Slid on to another field before it was held: it is not held any more. */
	slid: boolean;
	held: boolean;
	timer: ReturnType<typeof setTimeout>;
	/** Where the fields are. */
	within: Element;
	/** Stops following the finger. */
	deaf: AbortController;
}

/**
 * One attempt, one touch, by what it is and not by how soon it came: on a busy device events
 * are heard of late and close together. Pointer-down paints the field, pointer-up counts. Sliding
 * on over other fault fields of the row names several faults in the one touch,
 * holding names the other direction, sliding off all fields cancels. Keyboards and
 * screen readers press the same buttons and get the plain meaning.
 */
export function useTouch(
	fields: readonly TouchField[],
	onAttempt: (attempt: Attempt, when: When) => void,
	/** A field that was held alone: true where something is asked first, and nothing is counted yet. */
	onHeld: (field: TouchField, when: When) => boolean = () => false,
) {
	/** The fields that are held, while they are: their words change. */
	const [held, setHeld] = useState<readonly string[]>(nothing);
	const touch = useRef<Touch | null>(null);
	/** Pointers that were followed to their end, and whose click is still to come. */
	const followed = useRef(new Set<number>());

	const fieldOf = (element: Element | null) => {
		const id = element?.closest<HTMLElement>("[data-field]")?.dataset.field;
		return fields.find((field) => field.id === id);
	};
	// Painted straight onto the page, which answers the finger before anything is worked out.
	const paint = (now: Touch, on: boolean) => {
		const over = on ? now.over.map((field) => field.id) : nothing;
		press(now.within, over);
		setHeld(on && now.held ? over : nothing);
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
		const heldUntilNow = isHeld(now, event.timeStamp);
		const field = fieldOf(document.elementFromPoint(event.clientX, event.clientY));
		if (!slidOver(now, field)) return;
		now.held = heldUntilNow;
		now.slid = true;
		clearTimeout(now.timer);
		paint(now, true);
	};
	const lift = (event: PointerEvent) => {
		const now = touch.current;
		if (!now || now.pointer !== event.pointerId) return;
		followed.current.add(event.pointerId);
		// Lifted beside the fields is slid off, wherever that was.
		const [first] = now.within.contains(event.target as Node) ? now.over : [];
		const when = { down: now.down, up: event.timeStamp };
		const wasHeld = isHeld(now, event.timeStamp);
		const isAsked = first && wasHeld && now.over.length === 1 && onHeld(first, when);
		if (first && !isAsked) onAttempt(together(now.over, wasHeld), when);
		end();
	};

	return {
		held,
		handlers: {
			onPointerDown(event: React.PointerEvent) {
				const field = fieldOf(event.target as Element);
				followed.current.delete(event.pointerId);
				if (!field || touch.current || event.button !== 0) return;
				const timer = setTimeout(() => {
					if (touch.current?.over.length !== 1 || !field.position) return;
					touch.current.held = true;
					paint(touch.current, true);
				}, HOLD_MS);
				touch.current = begun(event, field, timer);
				// A touch captures its first element; the slide needs what is under the finger.
				(event.target as Element).releasePointerCapture?.(event.pointerId);
				// Until the finger is up, it is followed wherever it goes: it may leave the fields, and be lifted outside.
				const { signal } = touch.current.deaf;
				window.addEventListener("pointermove", move, { signal });
				window.addEventListener("pointerup", lift, { signal });
				window.addEventListener("pointercancel", end, { signal });
				paint(touch.current, true);
			},
			onClick(event: React.MouseEvent) {
				if (wasFollowed(event, followed.current)) return;
				const field = fieldOf(event.target as Element);
				if (field) onAttempt(field.attempt, { down: event.timeStamp, up: event.timeStamp });
			},
		},
	};
}

/** Takes in the field under the finger; false where it is the one it was on already. */
function slidOver(now: Touch, field: TouchField | undefined): boolean {
	const first = now.over[0];
	if (field === now.over.at(-1)) return false;
	const sameRow = field?.position !== undefined && first?.position !== undefined && first.small === field.small;
	if (!field) now.over = [];
	else if (!sameRow) now.over = [field];
	else if (!now.over.includes(field)) now.over.push(field);
	return true;
}

const begun = (
	{ pointerId, timeStamp, currentTarget }: React.PointerEvent,
	field: TouchField,
	timer: Touch["timer"],
): Touch => ({
	pointer: pointerId,
	down: timeStamp,
	over: [field],
	slid: false,
	held: false,
	timer,
	deaf: new AbortController(),
	within: currentTarget,
});

/** These fields look pressed, and no others. */
function press(within: Element, fields: readonly string[]): void {
	for (const { dataset } of within.querySelectorAll<HTMLElement>("[data-field]")) {
		const pressed = fields.includes(dataset.field ?? "");
		if (pressed !== (dataset.pressed === "true")) dataset.pressed = String(pressed);
	}
}

/** Down long enough on one field of a position, by the events' own times: a timer may fire late. */
const isHeld = ({ over, slid, down, held }: Touch, at: number): boolean =>
	slid ? held : over.length === 1 && over[0]?.position !== undefined && at - down >= HOLD_MS;

/**
 * Whether a click is the end of a touch that was counted on its way up. It carries the number of
 * its pointer, and none (-1) where a keyboard or a screen reader pressed the button. Where the
 * browser gives clicks no number, the first click with a count of its own (`detail`) after a
 * touch is that touch's: one touch has one click.
 */
function wasFollowed({ nativeEvent, detail }: React.MouseEvent, followed: Set<number>): boolean {
	const { pointerId } = nativeEvent as Partial<PointerEvent>;
	if (pointerId !== undefined) return followed.delete(pointerId);
	if (detail === 0) return false;
	const [one] = followed;
	return one !== undefined && followed.delete(one);
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
