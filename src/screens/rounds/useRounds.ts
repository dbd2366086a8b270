"use client";

import { useEffect, useState } from "react";
import { v7 as uuid } from "uuid";
import { beginLesson } from "@/core/commands/begin";
import type { Drafts } from "@/core/commands/drafts";
import { closeLesson } from "@/core/commands/said";
import { talliedSet } from "@/core/commands/tries";
import { doersOf, isBest, readScore, roundOf } from "@/core/groups/rounds";
import type { PackLadder } from "@/core/pack/pack";
import { placeOn, variationOn } from "@/core/pack/placing";
import type { Refusal } from "@/core/refusals/refusals";
import { perform } from "@/device/perform";
import { NOT_KEPT } from "@/device/studio";
import { bestsOf } from "@/server/rounds";

export interface RoundSettings {
	seconds: number;
	inPairs: boolean;
	ranked: boolean;
}

/** Somebody in the round: whose, and on which rung. */
export interface Player {
	student: string;
	name: string;
	ladder: PackLadder;
	rung: string;
	does: string;
}

export interface KeptRound {
	round: number;
	scores: { name: string; good: number; tries: number; best: boolean }[];
}

/**
 * The best so far on each rung in as many seconds, as the record has it. Null without the server: what was never heard
 * is no best that could be beaten, however many rounds follow.
 */
function useBests(players: readonly Player[], seconds: number) {
	const [bests, setBests] = useState<Record<string, number> | null>(null);
	const rungs = JSON.stringify(players.map(({ rung }) => rung));
	useEffect(() => {
		void bestsOf(JSON.parse(rungs), seconds)
			.then((outcome) => outcome.ok && setBests(outcome.value))
			.catch(() => undefined);
	}, [rungs, seconds]);
	return bests;
}

/** Round after round of one group: who does, their scores as they are typed, and what was kept; all of it one lesson. */
export function useRounds(studio: string, players: readonly Player[], { seconds, inPairs }: RoundSettings) {
	const [round, setRound] = useState(0);
	const [typed, setTyped] = useState<Record<string, string>>({});
	const [refused, setRefused] = useState<Refusal[]>([]);
	const bests = useBests(players, seconds);
	/** The best of these rounds, by rung. */
	const [here, setHere] = useState<Readonly<Record<string, number>>>({});
	const before = (rung: string): number | null => {
		const known = bests ? [bests[rung], here[rung]].filter((one) => one !== undefined) : [];
		return known.length > 0 ? Math.max(...known) : null;
	};
	const [lesson] = useState(() => uuid());
	const [kept, setKept] = useState<KeptRound[]>([]);
	const [closed, setClosed] = useState(false);
	const ids = players.map(({ student }) => student);
	const doers = doersOf(ids, round, inPairs).flatMap((id) => players.find(({ student }) => student === id) ?? []);
	const { pairs, out } = roundOf(ids, round);
	const write = async (drafts: Drafts): Promise<boolean> => {
		try {
			await perform(studio, drafts);
			return true;
		} catch {
			setRefused([{ path: "", sentence: NOT_KEPT }]);
			return false;
		}
	};
	/** Every score of the round, or none. */
	const keep = async (): Promise<boolean> => {
		const read = doers.map((player) => ({ player, score: readScore(typed[player.student] ?? "", player.name) }));
		const wrong = read.flatMap(({ score }) => (score.ok ? [] : score.refusals));
		setRefused(wrong);
		if (wrong.length > 0) return false;
		const scores = read.flatMap(({ player, score }) => (score.ok ? [{ player, ...score.value }] : []));
		const drafts: Drafts = [
			...(kept.length === 0
				? beginLesson(uuid, lesson, { minutes: null, wish: "", quick: false }, doers[0]?.student ?? null, null)
				: []),
			...scores.flatMap(({ player: { ladder, rung }, good, tries, score }) =>
				talliedSet(uuid, placeOn(ladder, rung), variationOn(ladder, rung), { good, tries, seconds, score }),
			),
		];
		if (!(await write(drafts.map((draft) => ({ ...draft, lesson }))))) return false;
		const told = scores.map(({ player: { name, rung }, good, tries }) => ({
			name,
			good,
			tries,
			best: isBest(good, before(rung)),
		}));
		setKept([{ round, scores: told }, ...kept]);
		setHere({
			...here,
			...Object.fromEntries(scores.map(({ player: { rung }, good }) => [rung, Math.max(good, here[rung] ?? 0)])),
		});
		setTyped({});
		setRound(round + 1);
		return true;
	};
	const close = async () => {
		const closing = closeLesson({ closed: null, sets: [], events: [] }, "", []);
		if (await write(closing.map((draft) => ({ ...draft, lesson })))) setClosed(true);
	};
	return {
		round,
		doers,
		/** Who waits, where they are an odd number in pairs. */
		waits: inPairs && ids.length > 1 ? out : null,
		counts: (id: string) => (inPairs ? pairs.find(([does]) => does === id)?.[1] : undefined),
		typed,
		type: (id: string, words: string) => setTyped({ ...typed, [id]: words }),
		refused,
		keep,
		kept,
		lesson,
		closed,
		close,
	};
}
