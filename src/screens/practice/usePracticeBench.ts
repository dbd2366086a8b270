"use client";

import { useMemo } from "react";
import { Assignment, assignmentLabels, type PracticeItem } from "@/core/practice/assignment";
import { journalOf } from "@/core/practice/journal";
import { parse } from "@/core/refusals/refusals";
import { keepAssignment } from "@/server/practice";
import type { PracticePageProps } from "@/server/readPractice";
import { useDocument } from "@/ui/useDocument";

/** An assignment as it is typed, and what came of it. */
export function usePracticeBench({ at, assignment: document, acts }: PracticePageProps) {
	const { values: assignment, ...rest } = useDocument(`peg-ladder draft practice ${at.id}`, at, document, {
		read: (value) => Assignment.safeParse(value).data ?? null,
		check: (values) => parse(Assignment, values, assignmentLabels),
		save: keepAssignment,
	});
	const journal = useMemo(() => journalOf(document, acts), [document, acts]);
	const editItem = (id: string, part: Partial<PracticeItem>, what: string) =>
		rest.edit(
			{ items: assignment.items.map((item) => (item.id === id ? { ...item, ...part } : item)) },
			`${id} ${what}`,
		);
	return { assignment, journal, editItem, ...rest };
}
