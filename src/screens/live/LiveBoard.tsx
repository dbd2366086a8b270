"use client";

import { type CSSProperties, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { nextCalled } from "@/core/ladder/called";
import { succeeded } from "@/core/ladder/good";
import type { Attempt } from "@/core/log/kinds";
import { type Pack, type PackLadder, readOn } from "@/core/pack/pack";
import type { LessonOnDevice, LessonState } from "@/device/lesson";
import { late, preloadLate } from "@/ui/late";
import { useKeys } from "@/ui/useKeys";
import { useStable } from "@/ui/useStable";
import { AdviceZone, WatchingZone } from "./AdviceZone";
import { CountZone } from "./CountZone";
import { marksOf } from "./drawers/causeMarks";
import { NotFetched } from "./drawers/Drawer";
import { Fields, MarkRow } from "./Fields";
import { answerTouch, type Hand, isTouch, sayCount, useHand } from "./hand";
import { countsAt, inputsFor, secondsOf, smallHeight, targetsOf } from "./inputs";
import css from "./live.module.scss";
import { type Marks, marked, touched } from "./marks";
import type { Board } from "./model";
import { STOPPED_HEIGHT, Stopped } from "./Stopped";
import { Strip } from "./Strip";
import { Foot, Top } from "./Top";
import { useActs } from "./useActs";
import { useAwake } from "./useAwake";
import { beginClock, useSetClock } from "./useSetClock";

export type DrawerName = "tries" | "evidence" | "cue" | "state" | "more" | "ladders" | "hand" | "label";

/** Not needed to count: fetched once the board stands, or when first opened; where that fails nothing else does. */
const CueDrawer = late(() => import("./drawers/CueDrawer").then((module) => module.CueDrawer), NotFetched);
const EvidenceDrawer = late(
	() => import("./drawers/EvidenceDrawer").then((module) => module.EvidenceDrawer),
	NotFetched,
);
const HandDrawer = late(() => import("./drawers/HandDrawer").then((module) => module.HandDrawer), NotFetched);
const LabelDrawer = late(() => import("./drawers/LabelDrawer").then((module) => module.LabelDrawer), NotFetched);
const LaddersDrawer = late(() => import("./drawers/LaddersDrawer").then((module) => module.LaddersDrawer), NotFetched);
const MoreDrawer = late(() => import("./drawers/MoreDrawer").then((module) => module.MoreDrawer), NotFetched);
const StateDrawer = late(() => import("./drawers/StateDrawer").then((module) => module.StateDrawer), NotFetched);
const TriesDrawer = late(() => import("./drawers/TriesDrawer").then((module) => module.TriesDrawer), NotFetched);
const StretchFields = late(
	() => import("./StretchFields").then((module) => module.StretchFields),
	({ onAgain }: { onAgain: () => void }) => (
		<button type="button" className={css.field} onClick={onAgain}>
			fetch these fields again
		</button>
	),
);
const drawers = [
	StretchFields,
	CueDrawer,
	EvidenceDrawer,
	HandDrawer,
	LabelDrawer,
	LaddersDrawer,
	MoreDrawer,
	StateDrawer,
	TriesDrawer,
];

/** The keys a remote sends by itself are those the coach gave it, where she gave it others. */
const remoteKey = (key: string, { goodKey, offKey }: Hand): string =>
	key === "PageDown" ? goodKey : key === "PageUp" ? offKey : key;

const NO_MARKS: Marks = {};

/** Gone back into from another ladder: that one is taken in hand, once. */
function useAskedFor(pack: Pack, take: (ladder: PackLadder) => void, inHand: string | null) {
	const [asked] = useState(() => new URLSearchParams(window.location.search).get("on"));
	const done = useRef(false);
	useEffect(() => {
		const ladder = pack.ladders.find(({ id }) => id === asked);
		if (done.current || !ladder) return;
		done.current = true;
		if (ladder.id !== inHand) take(ladder);
		// A reload stays with what is in hand then.
		const { pathname, search } = window.location;
		const query = new URLSearchParams(search);
		query.delete("on");
		window.history.replaceState(window.history.state, "", `${pathname}?${query}`);
	}, [asked, pack, take, inHand]);
}

/** The label in hand: as it was said, else as on the last try of the visit. */
function useLabel({ visit }: Board) {
	const [said, setSaid] = useState<{ visit: string; label: string } | null>(null);
	return {
		label: said?.visit === visit.key ? said.label : (visit.tries.at(-1)?.body.label ?? ""),
		setLabel: useStable((label: string) => setSaid({ visit: visit.key, label })),
	};
}

const NO_COUNTS = {};

/** What is called: by hand, until targets that are called in turn go on by themselves; and how each target stands. */
function useCalled({ visit, set }: Board) {
	const { settings } = set.placing;
	const [byHand, setByHand] = useState<{ called: string; at: number } | null>(null);
	const aimedAt = useMemo(() => targetsOf(visit.rule), [visit.rule]);
	const { tries } = visit;
	const inTurn = settings.callInTurn && aimedAt.length > 0;
	const called =
		byHand && (!inTurn || byHand.at === tries.length)
			? byHand.called
			: inTurn
				? nextCalled(
						aimedAt,
						settings.callInTurn as number,
						tries.filter(({ counted }) => counted).map(({ body }) => body.called),
					)
				: null;
	return {
		called,
		setCalled: useStable((to: string) => setByHand({ called: to, at: tries.length })),
		counts: useMemo(() => (aimedAt.length > 0 ? countsAt(tries) : NO_COUNTS), [aimedAt, tries]),
	};
}

/** The live lesson, zone by zone. */
export function LiveBoard({
	lesson,
	state,
	pack,
	board,
}: {
	lesson: LessonOnDevice;
	state: LessonState;
	pack: Pack;
	board: Board;
}) {
	const { acts, takenBack } = useActs(lesson);
	const [drawer, setDrawer] = useState<DrawerName | null>(null);
	const { set, visit, advice, pain } = board;
	const { settings, positions, chain, musts } = set.placing;
	const { called, setCalled, counts } = useCalled(board);
	const layout = useMemo(
		() => inputsFor(settings, visit.rule, positions, called, { chain, musts }),
		[settings, visit.rule, positions, called, chain, musts],
	);
	const [marks, setMarks] = useState<{ set: string; now: Marks }>({ set: set.id, now: {} });
	const marksNow = marks.set === set.id ? marks.now : NO_MARKS;
	const touchMark = useStable((id: string) => setMarks({ set: set.id, now: touched(marksNow, id) }));
	const holds = set.holder === state.device;
	const { label, setLabel } = useLabel(board);
	useEffect(() => preloadLate(drawers), []);

	const close = () => setDrawer(null);
	const toggle = useCallback((name: DrawerName) => setDrawer((now) => (now === name ? null : name)), []);
	const openTries = useCallback(() => toggle("tries"), [toggle]);
	const openEvidence = useCallback(() => toggle("evidence"), [toggle]);
	const chooseLadder = useCallback(() => toggle("ladders"), [toggle]);
	const clock = useSetClock(set.id, secondsOf(visit.rule));
	const hand = useHand();
	useAwake();
	useAskedFor(pack, acts.ladder, set.placing.ladder);
	useEffect(() => {
		lesson.actor = hand.partner ? "partner" : "coach";
	}, [lesson, hand.partner]);
	const attempt = useStable((said: Attempt) => {
		if (!isTouch(performance.now())) return;
		// Pain closes the fields until it is answered, for keys and remotes as well.
		if (pain || board.stretch) return;
		const body = layout.marks ? marked(said, said.noCount ? NO_MARKS : marksNow) : said;
		if (layout.marks) setMarks({ set: set.id, now: NO_MARKS });
		answerTouch(body.off.length === 0 && succeeded(body.result, settings.scale));
		if (set.open) clock?.begin();
		acts.attempt({
			...body,
			...(label ? { label } : {}),
			...(set.open && clock?.out ? { late: true } : {}),
			...(advice.line === "care" ? { beforeCheck: true } : {}),
		});
		// The touch that opens a set after a rest starts that set's clock.
		const opened = lesson.snapshot().view.current;
		if (clock && opened && opened.id !== set.id) beginClock(opened.id);
		close();
	});
	// The count is said once it is on the screen, and not when the lesson is opened.
	const { value, words, large = String(value) } = visit.judgements[set.variation].progress;
	const counted = visit.tries.length;
	const saidAt = useRef(counted);
	useLayoutEffect(() => {
		if (saidAt.current < counted) sayCount(`${large} ${words}`);
		saidAt.current = counted;
	}, [counted, large, words]);
	// Whose turn it is now is said when it passes on.
	const turn = board.turns?.now;
	const turnSaid = useRef(turn);
	useEffect(() => {
		if (turn && turnSaid.current && turnSaid.current !== turn) sayCount(`${turn} now`);
		turnSaid.current = turn;
	}, [turn]);
	const followAdvice = useStable(() => {
		if (!advice.act) return;
		acts.follow(advice);
		setDrawer(advice.act.kind === "next" ? "ladders" : null);
	});
	const otherwise = useStable(() => acts.overrule(advice));
	const keyed = [...layout.main, ...layout.rows.flat()].flatMap((field) =>
		(field.keys ?? []).map((key) => [remoteKey(key, hand), () => attempt(field.attempt)] as const),
	);
	const call = (by: number) => {
		const { all, now } = layout.calls ?? { all: [], now: "" };
		if (all.length > 0) setCalled(all[(all.indexOf(now) + by + all.length) % all.length] as string);
	};
	const noCount = useCallback(() => attempt({ result: "hit", off: [], judged: false, noCount: true }), [attempt]);

	useKeys({
		...Object.fromEntries(keyed),
		...Object.fromEntries((layout.marks ?? []).map(({ id, key }) => [key ?? id, () => touchMark(id)])),
		k: () => clock?.toggle(),
		"[": () => call(-1),
		"]": () => call(1),
		n: noCount,
		u: acts.undo,
		c: () => toggle("cue"),
		s: () => toggle("state"),
		e: () => toggle("more"),
		l: () => toggle("ladders"),
		t: () => toggle("tries"),
		f: followAdvice,
		o: () => advice.canSilence && otherwise(),
		Escape: close,
	});

	return (
		<main
			className={`${css.page} ${hand.leftThumb ? css.leftThumb : ""} ${hand.large ? css.large : ""}`}
			style={{ "--fields": `${pain ? STOPPED_HEIGHT : smallHeight(layout)}px` } as CSSProperties}
			aria-label="Live lesson"
		>
			<h1 className="visually-hidden">
				Lesson: {board.studentName}, {readOn(board.ladder, set.placing.settings.name)}
			</h1>
			<Top board={board} pack={pack} acts={acts} choosing={drawer === "ladders"} onChoose={chooseLadder} />
			<CountZone
				lesson={lesson}
				board={board}
				label={label}
				pack={pack}
				view={state.view}
				takenBack={takenBack}
				onPutBack={acts.putBack}
				setClock={set.open ? clock : null}
			/>
			<Strip board={board} onOpen={openTries} />
			{holds ? (
				<AdviceZone advice={advice} onFollow={followAdvice} onOtherwise={otherwise} onEvidence={openEvidence} />
			) : (
				<WatchingZone onTakeOver={acts.takeOver} />
			)}
			{pain ? (
				<Stopped pain={pain} lesson={lesson.lesson} acts={acts} onNext={chooseLadder} />
			) : board.stretch ? (
				<StretchFields board={board} acts={acts} />
			) : (
				<>
					{layout.marks && <MarkRow all={layout.marks} marks={marksNow} onTouch={touchMark} />}
					<Fields layout={layout} onAttempt={attempt} onCall={setCalled} apart={!holds} counts={counts} />
				</>
			)}
			<Foot acts={acts} open={drawer} onNoCount={noCount} onToggle={toggle} />
			{drawer === "tries" && <TriesDrawer board={board} acts={acts} layout={layout} onClose={close} />}
			{drawer === "evidence" && (
				<EvidenceDrawer board={board} acts={acts} marks={marksOf(state.view, board.ladder)} onClose={close} />
			)}
			{drawer === "cue" && (
				<CueDrawer
					visit={board.tried.visit}
					about={board.turns && (board.tried.set === set ? board.turns.now : board.turns.next)}
					ladder={board.ladder}
					acts={acts}
					adjusting={advice.line === "let-adjust"}
					advised={advice.position}
					marks={marksOf(state.view, board.ladder)}
					onClose={close}
				/>
			)}
			{drawer === "state" && <StateDrawer acts={acts} onClose={close} />}
			{drawer === "more" && (
				<MoreDrawer lesson={lesson.lesson} board={board} acts={acts} holds={holds} onOpen={setDrawer} onClose={close} />
			)}
			{drawer === "label" && <LabelDrawer board={board} label={label} onLabel={setLabel} onClose={close} />}
			{drawer === "hand" && <HandDrawer onClose={close} />}
			{drawer === "ladders" && (
				<LaddersDrawer view={state.view} board={board} pack={pack} acts={acts} onClose={close} />
			)}
		</main>
	);
}
