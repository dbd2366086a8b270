"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { FieldValues, UseFormReturn } from "react-hook-form";
import type { Outcome, Refusal } from "@/core/refusals/refusals";
import { NO_ANSWER, orRefusal } from "./answered";

/** Typing has rested: it is looked at, and put in force where it can be. */
const REST_MS = 700;
const AGAIN_MS = 3000;

interface At {
	id: string;
	rev: number;
}

/** How far what was typed is: in force, on its way, waiting for an answer, not to be put in force as it stands, or changed by somebody else. */
export type Standing = "kept" | "keeping" | "waiting" | "amiss" | "elsewhere";

export const standingWords: Record<Standing, string> = {
	kept: "All saved.",
	keeping: "Saving.",
	waiting: "No answer from the server. Saved on this device. It takes effect once the server answers.",
	amiss: "Kept on this device; in force as soon as this is mended:",
	elsewhere: "Kept on this device, and not in force:",
};

/** Where what is typed stands. */
export interface Typed<T> {
	values: () => T;
	/** What was sent is in force: values that were typed since stay. */
	inForce: (values: T) => void;
	/** A newer document stands in its place. */
	replace: (values: T) => void;
	/** Told of every change. */
	subscribe: (listener: () => void) => () => void;
}

/** A form's values as what is typed. */
export function useTypedForm<T extends FieldValues>(form: UseFormReturn<T, unknown, T>): Typed<T> {
	const { getValues, reset, subscribe } = form;
	return useMemo(
		() => ({
			values: getValues as () => T,
			inForce: (values) => reset(values, { keepValues: true }),
			replace: (values) => reset(values),
			subscribe: (listener) => subscribe({ formState: { values: true }, callback: listener }),
		}),
		[getValues, reset, subscribe],
	);
}

/**
 * A document's form without a save button: what was typed is in force as soon as typing
 * rests and nothing in it is amiss; until then it is a draft on this device. Without `at`
 * there is no document yet, and nothing is sent.
 *
 * @param check what is amiss, or what may be sent. @param forget lets the draft go.
 */
export function useInForce<T>(
	typed: Typed<T>,
	at: At | null,
	/** The document as the server has it at that revision. */
	document: T,
	check: (values: T) => Outcome<unknown>,
	save: (values: T, at: At) => Promise<Outcome<At>>,
	forget: () => void,
) {
	const [standing, setStanding] = useState<Standing>("kept");
	const [amiss, setAmiss] = useState<readonly Refusal[]>([]);
	const place = useRef(at);
	const inForce = useRef<string | null>(null);
	const busy = useRef(false);
	const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
	const acts = useRef({ check, save, forget });
	acts.current = { check, save, forget };
	inForce.current ??= JSON.stringify(document);

	const send = useCallback(async (): Promise<void> => {
		clearTimeout(timer.current);
		const here = place.current;
		const values = structuredClone(typed.values());
		const text = JSON.stringify(values);
		if (!here || busy.current) return;
		const settle = (so: Standing, refusals: readonly Refusal[] = []) => {
			setStanding(so);
			setAmiss(refusals);
		};
		if (text === inForce.current) {
			acts.current.forget();
			return settle("kept");
		}
		const checked = acts.current.check(values);
		if (!checked.ok) return settle("amiss", checked.refusals);
		busy.current = true;
		settle("keeping");
		const outcome = await orRefusal(acts.current.save(values, here));
		busy.current = false;
		if (!outcome.ok) {
			const [first] = outcome.refusals;
			if (first?.sentence === NO_ANSWER) {
				timer.current = setTimeout(() => void send(), AGAIN_MS);
				return settle("waiting");
			}
			return settle(first?.path === "rev" || first?.path === "id" ? "elsewhere" : "amiss", outcome.refusals);
		}
		place.current = outcome.value;
		inForce.current = text;
		typed.inForce(values);
		await send();
	}, [typed]);

	// A newer one that this form did not write is taken over, as long as nothing is typed against it.
	useEffect(() => {
		if (!at || !place.current || at.rev <= place.current.rev || busy.current) return;
		if (JSON.stringify(typed.values()) !== inForce.current) return;
		place.current = at;
		typed.replace(document);
		inForce.current = JSON.stringify(typed.values());
	}, [at, document, typed]);

	useEffect(() => {
		if (!place.current) return;
		const soon = () => {
			clearTimeout(timer.current);
			timer.current = setTimeout(() => void send(), REST_MS);
		};
		// What an earlier visit left on this device is put in force as well, and is not said to be kept before.
		void send();
		const stop = typed.subscribe(() => {
			setStanding((so) => (so === "kept" ? "keeping" : so));
			soon();
		});
		return () => {
			stop();
			void send();
			clearTimeout(timer.current);
		};
	}, [typed, send]);
	return { standing, amiss };
}
