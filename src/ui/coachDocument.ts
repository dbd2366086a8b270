import { Coach, coachLabels } from "@/core/coach/coach";
import { parse } from "@/core/refusals/refusals";
import { keepCoach } from "@/server/actions";
import type { DocumentKind } from "./documentEditor";

/** What holds for the whole studio is one document, edited on several pages: they share its draft. */
export const COACH_DRAFT = "peg-ladder draft coach";

export const coachDocument: DocumentKind<Coach, { id: string; rev: number }> = {
	read: (value) => Coach.safeParse(value).data ?? null,
	check: (values) => parse(Coach, values, coachLabels),
	save: keepCoach,
};
