"use client";

import { useRouter } from "next/navigation";
import {
	createContext,
	type Dispatch,
	type RefObject,
	type SetStateAction,
	useCallback,
	useContext,
	useEffect,
	useMemo,
	useRef,
	useState,
} from "react";
import { change, type History, redo, startHistory, undo } from "@/core/editing/history";
import { type Path, setAt } from "@/core/editing/paths";
import { parse, type Refusal } from "@/core/refusals/refusals";
import { isFormed } from "@/core/skill/formed";
import { sideMarks, textsIn } from "@/core/skill/sides";
import { type Skill, SkillToKeep, skillLabels } from "@/core/skill/skill";
import { forgetKept, keepJson, readKeptJson } from "@/device/localKeep";
import type { KeptSkill, SkillPage, WritingAt } from "@/server/readSkills";

/** Typing has rested: it is kept, and looked at. */
const REST_MS = 400;
const AGAIN_MS = 3000;

export const emptySkill: Skill = { name: "", about: "", positions: [] };

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

export type Standing = "kept" | "keeping" | "waiting" | "elsewhere";

/** What was typed, where it has the form of a skill at all; else nothing. */
const formed = (typed: unknown): Skill | null => (isFormed(typed) ? (typed as Skill) : null);

interface Copy {
	at: WritingAt;
	skill: Skill;
	/** Sent, and no answer came: it may be there or not. */
	unsure: Skill | null;
}

const post = (id: string, body: Copy) =>
	fetch(`/api/skills/${id}`, {
		method: "POST",
		headers: { "content-type": "application/json" },
		body: JSON.stringify(body),
	});

/** Typed values with all they were before: what is undone, and what of it is one step. */
function useSteps(start: Skill) {
	const [history, setHistory] = useState<History<Skill>>(() => startHistory(start));
	const step = useCallback((next: (now: Skill) => Skill, what = "") => {
		const when = performance.now();
		setHistory((before) => change(before, next(before.now), what, when));
	}, []);
	const edit = useCallback<Edit>(
		(path, to, what) => step((now) => setAt(now, path, to), what ?? path.join(".")),
		[step],
	);
	return {
		history,
		setHistory,
		step,
		edit,
		undo: useCallback(() => setHistory(undo), []),
		redo: useCallback(() => setHistory(redo), []),
	};
}

/** What the server was sent last, and what of it got no answer. */
interface Sent {
	at: WritingAt;
	skill: Skill;
	busy: boolean;
	/** It may be there or not. */
	unsure: Skill | null;
}

/** What is typed is on this device at each rest and when the page goes; what a crash cut off comes back. */
function useCopyHere(
	local: string,
	sent: RefObject<Sent>,
	latest: RefObject<Skill>,
	isLevel: () => boolean,
	setHistory: Dispatch<SetStateAction<History<Skill>>>,
) {
	useEffect(() => {
		const copy = readKeptJson(local, (value) => value as Copy | null);
		const brought = copy && formed(copy.skill);
		sent.current.unsure = copy?.unsure ?? null;
		if (brought) setHistory((before) => change(before, brought, "", 0));
	}, [local, sent, setHistory]);
	const keepHere = useCallback(() => {
		const { at, unsure } = sent.current;
		if (isLevel()) forgetKept(local);
		else keepJson(local, { at, skill: latest.current, unsure } satisfies Copy);
	}, [local, isLevel, sent, latest]);
	useEffect(() => {
		window.addEventListener("pagehide", keepHere);
		return () => {
			window.removeEventListener("pagehide", keepHere);
			keepHere();
		};
	}, [keepHere]);
	return keepHere;
}

/** Brings what was typed to the server, and says how far that is. */
function useSending(
	id: string,
	local: string,
	sent: RefObject<Sent>,
	latest: RefObject<Skill>,
	isLevel: () => boolean,
) {
	const [standing, setStanding] = useState<Standing>("kept");
	const [ruled, setRuled] = useState<readonly Refusal[]>([]);
	const [server, setServer] = useState({ at: sent.current.at, skill: sent.current.skill });
	const send = useCallback(async (): Promise<boolean> => {
		const here = sent.current;
		if (here.busy || isLevel()) return isLevel();
		here.busy = true;
		// What got no answer goes once more before anything new does: then there is only one that may be there.
		const { unsure } = here;
		const going = unsure ?? latest.current;
		here.unsure = going;
		try {
			const response = await post(id, { at: here.at, skill: going, unsure });
			if (!response.ok) {
				here.unsure = null;
				setStanding(response.status === 409 ? "elsewhere" : "waiting");
				return false;
			}
			const kept = (await response.json()) as KeptSkill;
			sent.current = { ...here, at: kept.at, skill: going, unsure: null };
			setServer({ at: kept.at, skill: going });
			setRuled(kept.refusals);
			if (latest.current === going) {
				forgetKept(local);
				setStanding("kept");
			}
			return true;
		} catch {
			setStanding("waiting");
			return false;
		} finally {
			sent.current.busy = false;
		}
	}, [id, local, isLevel, sent, latest]);
	/** Everything is on the server, or cannot be brought there now. */
	const settle = useCallback(async (): Promise<WritingAt | null> => {
		while (!isLevel() || sent.current.busy) {
			if (!sent.current.busy && !(await send())) return null;
			if (sent.current.busy) await new Promise((resolve) => setTimeout(resolve, 50));
		}
		return sent.current.at;
	}, [send, isLevel, sent]);
	return { standing, ruled, server, send, settle };
}

/** A page that the browser kept from earlier may stand behind what is there by now. */
function useFreshPage(id: string, at: WritingAt, sent: RefObject<Sent>, latest: RefObject<Skill>): void {
	const router = useRouter();
	useEffect(() => {
		if (at.rev + at.draft === 0) return;
		void fetch(`/api/skills/${id}`)
			.then(async (response) => {
				const there = (await response.json()) as WritingAt;
				const untouched = sent.current.at === at && sent.current.skill === latest.current;
				if (response.ok && untouched && (there.rev !== at.rev || there.draft !== at.draft)) router.refresh();
			})
			.catch(() => {});
	}, [id, at, router, sent, latest]);
}

/** What is amiss in what was typed, once the typing rests. */
function useAmiss(skill: Skill, ruled: readonly Refusal[]) {
	const [rested, setRested] = useState(skill);
	useEffect(() => {
		const timer = setTimeout(() => setRested(skill), REST_MS);
		return () => clearTimeout(timer);
	}, [skill]);
	const amiss = useMemo((): Refusal[] => {
		const read = parse(SkillToKeep, rested, skillLabels);
		// Only the server knows the other skills.
		return read.ok ? [...ruled] : read.refusals;
	}, [rested, ruled]);
	const byPath = useMemo(() => new Map(amiss.map(({ path, sentence }) => [path, sentence] as const)), [amiss]);
	/** Texts with an unknown token, or with a side of the body written out. */
	const sides = useMemo(
		() => textsIn(rested).flatMap(({ text }) => (sideMarks(text).length > 0 ? [text] : [])),
		[rested],
	);
	return { rested, amiss, byPath, sides };
}

/**
 * A skill while it is written. Every change is a step that can be undone; once the
 * typing rests it is kept on this device at once and on the server as soon as that
 * answers. There is nothing to press.
 */
export function useWriting({ id, at, typed, inForce }: Pick<SkillPage, "id" | "at" | "typed" | "inForce">) {
	const { history, setHistory, step, edit, ...back } = useSteps(formed(typed) ?? inForce ?? emptySkill);
	const skill = history.now;
	const sent = useRef<Sent>({ at, skill, busy: false, unsure: null });
	const latest = useRef(skill);
	latest.current = skill;
	const local = `peg-ladder skill ${id}`;
	/** The server has the last word, for certain. */
	const isLevel = useCallback((now = latest.current) => sent.current.skill === now && sent.current.unsure === null, []);
	const keepHere = useCopyHere(local, sent, latest, isLevel, setHistory);
	const { standing, ruled, server, send, settle } = useSending(id, local, sent, latest, isLevel);

	const stopped = standing === "elsewhere";
	useEffect(() => {
		// On this device at once: a crash takes no letter with it.
		keepHere();
		if (isLevel(skill) || stopped) return;
		let timer = setTimeout(async function again() {
			const went = await send();
			if (!isLevel()) timer = setTimeout(again, went ? REST_MS : AGAIN_MS);
		}, REST_MS);
		return () => clearTimeout(timer);
	}, [skill, stopped, send, keepHere, isLevel]);
	useFreshPage(id, at, sent, latest);

	return {
		skill,
		history,
		edit,
		step,
		settle,
		at: server.at,
		...back,
		...useAmiss(skill, ruled),
		standing: skill !== server.skill && standing === "kept" ? ("keeping" as const) : standing,
	};
}
export type Writing = ReturnType<typeof useWriting>;
