"use client";

import { useRouter } from "next/navigation";
import { useCallback } from "react";
import { rungLabels } from "@/core/ladder/labels";
import { type Ladder, LadderToSave, type Rung } from "@/core/ladder/ladder";
import { parse } from "@/core/refusals/refusals";
import { keepLadder } from "@/server/actions";
import { firstBadRow, sentenceResolver } from "@/ui/sentenceResolver";
import { useDocumentForm } from "@/ui/useDocumentForm";
import { useRefusals } from "@/ui/useRefusals";

const labels = { ...rungLabels, settings: "settings" };

export type LadderDocument = ReturnType<typeof useLadder>;

/** A ladder as it is typed; one that is not there yet is made by a press. */
export function useLadder(
	ladder: Ladder,
	at: { id: string; rev: number } | null,
	owner: { student: string; skill: string },
	onBad: (rung: string | null) => void,
) {
	const router = useRouter();
	const { refused, setRefused, ask } = useRefusals();
	const document = useDocumentForm(
		`peg-ladder draft ladder ${at?.id ?? `new ${owner.student} ${owner.skill}`}`,
		at,
		ladder,
		{
			read: (value) => (Array.isArray((value as Ladder | null)?.rungs) ? (value as Ladder) : null),
			check: (values) => parse(LadderToSave, values, labels),
			save: (values, place) => keepLadder(values, place, owner),
		},
		sentenceResolver(LadderToSave, labels),
	);
	const { form, editor, commit } = document;
	const make = form.handleSubmit(
		async (values) => {
			if (at) return;
			const outcome = await ask(keepLadder(values, null, owner));
			if (!outcome.ok) return;
			editor.forget();
			router.push(`/ladders/${outcome.value.id}`);
			router.refresh();
		},
		(bad) => onBad(form.getValues("rungs")[firstBadRow(bad.rungs)]?.id ?? null),
	);
	/** Puts other rungs in place of those here, as one step. */
	const setRungs = useCallback(
		(to: (rungs: Rung[]) => readonly Rung[]) => {
			const rungs = [...to(structuredClone(form.getValues("rungs")) as Rung[])];
			form.setValue("rungs", rungs, { shouldDirty: true });
			commit();
		},
		[form, commit],
	);
	return { ...document, make, refused, setRefused, setRungs };
}
