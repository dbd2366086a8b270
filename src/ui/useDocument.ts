"use client";

import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useRef, useSyncExternalStore } from "react";
import { DocumentEditor, type DocumentKind, type Place } from "./documentEditor";
import { useUndoKeys } from "./useUndoKeys";

/**
 * A document with undo, a draft on this device, and no save button.
 *
 * @param key the draft's name on this device
 * @param at where `document` stands on the server; null for one that is not there yet
 */
export function useDocument<T extends object, P extends Place>(
	key: string,
	at: P | null,
	document: T,
	kind: DocumentKind<T, P>,
) {
	const router = useRouter();
	const made = useRef<DocumentEditor<T, P>>(undefined);
	made.current ??= new DocumentEditor(key, at, document, kind);
	const editor = made.current;
	editor.kind = kind;
	const first = useRef(editor.shown());
	const edited = useSyncExternalStore(editor.subscribe, editor.shown, () => first.current);
	// After the first picture, which is the server's.
	useEffect(() => editor.show(), [editor]);
	useEffect(() => {
		if (at) editor.offer(at, document);
	}, [editor, at, document]);
	const { standing, amiss, contested, canUndo, canRedo } = edited;
	useEffect(() => {
		if (standing === "elsewhere") router.refresh();
	}, [standing, router]);
	useUndoKeys(editor.undo, editor.redo);
	const edit = useCallback(
		(part: Partial<T>, what = "") => editor.edit({ ...editor.values(), ...part }, what),
		[editor],
	);
	const steps = useMemo(() => ({ canUndo, canRedo, undo: editor.undo, redo: editor.redo }), [canUndo, canRedo, editor]);
	return {
		...edited,
		editor,
		edit,
		steps,
		inForce: { standing, amiss, contested, take: editor.take, insist: editor.insist },
	};
}
