"use client";

import { useCallback, useEffect, useRef } from "react";
import { type DefaultValues, type FieldValues, type Path, type Resolver, useForm } from "react-hook-form";
import type { DocumentKind, Place } from "./documentEditor";
import { useDocument } from "./useDocument";

const REST_MS = 250;

/** A document whose fields are a form's: what is typed into the form is a change of the document, and undo shows in the form. */
export function useDocumentForm<T extends FieldValues, P extends Place>(
	key: string,
	at: P | null,
	document: T,
	kind: DocumentKind<T, P>,
	resolver: Resolver<T, unknown, T>,
) {
	const form = useForm<T, unknown, T>({ defaultValues: document as DefaultValues<T>, resolver });
	const { getValues, reset, subscribe } = form;
	const pending = useRef<{ timer: ReturnType<typeof setTimeout>; name: string } | null>(null);
	/** The form is being given values: what it tells of them is no change of its own. */
	const isGiven = useRef(false);
	const { editor, ...edited } = useDocument(key, at, document, kind);

	const commit = useCallback(
		(name = "") => {
			if (pending.current) clearTimeout(pending.current.timer);
			pending.current = null;
			const values = structuredClone(getValues()) as T;
			// A form tells of one change more than once.
			if (JSON.stringify(values) !== JSON.stringify(editor.values())) editor.edit(values, name);
		},
		[editor, getValues],
	);
	editor.source ??= {
		flush: () => pending.current && commit(pending.current.name),
		show: (values) => {
			isGiven.current = true;
			reset(structuredClone(values), { keepDefaultValues: true });
			isGiven.current = false;
		},
	};
	useEffect(
		() =>
			subscribe({
				formState: { values: true },
				callback: ({ name }) => {
					if (isGiven.current) return;
					editor.stir();
					// Letters typed into one field are one step; a list or a group is changed by a press.
					if (name === undefined || typeof getValues(name as Path<T>) === "object") return commit();
					if (pending.current && pending.current.name !== name) commit(pending.current.name);
					if (pending.current) clearTimeout(pending.current.timer);
					pending.current = { name, timer: setTimeout(() => commit(name), REST_MS) };
				},
			}),
		[subscribe, getValues, editor, commit],
	);
	// What is stored is what the form is compared with.
	const { standing } = edited;
	useEffect(() => {
		if (standing === "kept") reset(getValues(), { keepValues: true });
	}, [standing, reset, getValues]);
	return { form, editor, commit, ...edited };
}
