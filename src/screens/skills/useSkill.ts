"use client";

import { useRouter } from "next/navigation";
import { createContext, useCallback, useContext, useEffect, useMemo } from "react";
import { type Path, setAt } from "@/core/editing/paths";
import { parse, type Refusal, refuse } from "@/core/refusals/refusals";
import { isFormed } from "@/core/skill/formed";
import { sideMarks, textsIn } from "@/core/skill/sides";
import { type Skill, SkillToKeep, skillLabels } from "@/core/skill/skill";
import type { KeptSkill, SkillPage, WritingAt } from "@/server/readSkills";
import type { DocumentEditor, DocumentKind } from "@/ui/documentEditor";
import { useDocument } from "@/ui/useDocument";

const emptySkill: Skill = { name: "", about: "", positions: [] };

export type Edit = (path: Path, to: unknown, step?: string) => void;

/** How a skill is changed by what stands in it; the same function all along. */
export const EditContext = createContext<Edit>(() => {});
export const useEdit = () => useContext(EditContext);

/** What is amiss, by where. */
export const RefusalContext = createContext<ReadonlyMap<string, string>>(new Map());
export const useRefusal = (path: Path) => {
	const message = useContext(RefusalContext).get(path.join("."));
	return message === undefined ? undefined : { message };
};

/** What was typed, where it has the form of a skill at all; else nothing. */
const formed = (typed: unknown): Skill | null => (isFormed(typed) ? (typed as Skill) : null);

/** By a request of its own: an action would wait for the one before it, and draw the page anew. */
async function save(id: string, skill: Skill, at: WritingAt) {
	const response = await fetch(`/api/skills/${id}`, {
		method: "POST",
		headers: { "content-type": "application/json" },
		body: JSON.stringify({ at, skill }),
	});
	if (response.ok) {
		const { at: next, refusals } = (await response.json()) as KeptSkill;
		return { ok: true as const, value: { ...next, refusals } };
	}
	const told = (await response.json().catch(() => null)) as { refusals?: Refusal[] } | null;
	const [first] = told?.refusals ?? [];
	// Nothing but a refusal is an answer: a server that fails is asked again.
	if (!first) throw new Error(`skill not saved: ${response.status}`);
	return refuse(first.path, first.sentence);
}

/** A page that the browser kept from earlier may stand behind what is there by now. */
function useFreshPage(id: string, editor: DocumentEditor<Skill, WritingAt>): void {
	const router = useRouter();
	useEffect(() => {
		const at = editor.at();
		if (!at || at.rev + at.draft === 0) return;
		void fetch(`/api/skills/${id}`)
			.then(async (response) => {
				const there = (await response.json()) as WritingAt;
				const now = editor.at();
				if (response.ok && now && (there.rev !== now.rev || there.draft !== now.draft)) router.refresh();
			})
			.catch(() => {});
	}, [id, editor, router]);
}

/** A skill while it is written: the server keeps what cannot be read yet as a draft. */
export function useSkill({ id, at, typed, inForce }: Pick<SkillPage, "id" | "at" | "typed" | "inForce">) {
	const start = useMemo(() => formed(typed) ?? inForce ?? emptySkill, [typed, inForce]);
	const kind: DocumentKind<Skill, WritingAt> = {
		read: formed,
		check: (skill) => parse(SkillToKeep, skill, skillLabels),
		drafts: true,
		save: (skill, place) => save(id, skill, place),
	};
	const {
		editor,
		values,
		rested,
		amiss,
		steps,
		inForce: saved,
	} = useDocument(`peg-ladder skill ${id}`, at, start, kind);
	useFreshPage(id, editor);
	const step = useCallback(
		(next: (now: Skill) => Skill, what = "") => editor.edit(next(editor.values()), what),
		[editor],
	);
	const edit = useCallback<Edit>(
		(path, to, what) => step((now) => setAt(now, path, to), what ?? path.join(".")),
		[step],
	);
	const byPath = useMemo(() => new Map(amiss.map(({ path, sentence }) => [path, sentence] as const)), [amiss]);
	/** Texts with an unknown token, or with a side of the body written out. */
	const sides = useMemo(
		() => textsIn(rested).flatMap(({ text }) => (sideMarks(text).length > 0 ? [text] : [])),
		[rested],
	);
	const { rev = 0, draft = 0 } = editor.at() ?? {};
	return {
		skill: values,
		/** Something of it is on the server. */
		begun: rev + draft > 0,
		rested,
		amiss,
		byPath,
		sides,
		saved: { ...saved, amiss: saved.standing === "elsewhere" ? amiss : [] },
		steps,
		step,
		edit,
		settle: editor.settle,
	};
}
export type Writing = ReturnType<typeof useSkill>;
