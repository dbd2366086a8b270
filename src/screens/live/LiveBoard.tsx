"use client";

import Link from "next/link";
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from "react";
import { succeeded } from "@/core/ladder/good";
import { type Pack, readOn } from "@/core/pack/pack";
import type { LessonOnDevice, LessonState } from "@/device/lesson";
import { useKeys } from "@/ui/useKeys";
import { AdviceZone } from "./AdviceZone";
import { CountZone } from "./CountZone";
import { CueDrawer } from "./drawers/CueDrawer";
import { EvidenceDrawer } from "./drawers/EvidenceDrawer";
import { LaddersDrawer } from "./drawers/LaddersDrawer";
import { MoreDrawer } from "./drawers/MoreDrawer";
import { StateDrawer } from "./drawers/StateDrawer";
import { TriesDrawer } from "./drawers/TriesDrawer";
import { Fields } from "./Fields";
import { answerTouch, type Hand, isTouch, sayCount, useHand } from "./hand";
import { inputsFor, secondsOf } from "./inputs";
import css from "./live.module.scss";
import type { Board } from "./model";
import { Strip } from "./Strip";
import { useActs } from "./useActs";
import { useAwake } from "./useAwake";
import { useSetClock } from "./useSetClock";

export type DrawerName = "tries" | "evidence" | "cue" | "state" | "more" | "ladders" | "hand";

/** Not needed to count: it is fetched when it is first opened, and where that fails nothing else does. */
const HandDrawer = lazy(() => import("./drawers/HandDrawer").then((module) => ({ default: module.HandDrawer })));

/** The keys a remote sends by itself are those the coach gave it, where she gave it others. */
const remoteKey = (key: string, { goodKey, offKey }: Hand): string =>
	key === "PageDown" ? goodKey : key === "PageUp" ? offKey : key;

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
	const { set, visit, advice } = board;
	const { settings, positions, chain } = set.placing;
	const [called, setCalled] = useState<string | null>(null);
	const layout = useMemo(
		() => inputsFor(settings, visit.rule, positions, called, chain),
		[settings, visit.rule, positions, called, chain],
	);
	const holds = set.holder === state.device;
	const rungNumber = set.placing.order.findIndex((rung) => rung.id === set.placing.rung) + 1;

	const close = () => setDrawer(null);
	const toggle = (name: DrawerName) => setDrawer(drawer === name ? null : name);
	const clock = useSetClock(set.id, secondsOf(visit.rule));
	const hand = useHand();
	useAwake();
	const attempt: typeof acts.attempt = (body) => {
		if (!isTouch(performance.now())) return;
		answerTouch(body.off.length === 0 && succeeded(body.result, settings.scale));
		if (set.open) clock?.begin();
		acts.attempt(set.open && clock?.out ? { ...body, late: true } : body);
		close();
	};
	// The count is said once it is on the screen, and not when the lesson is opened.
	const { value, words } = visit.judgements[set.variation].progress;
	const counted = visit.tries.length;
	const saidAt = useRef(counted);
	useEffect(() => {
		if (saidAt.current < counted) sayCount(`${value} ${words}`);
		saidAt.current = counted;
	}, [counted, value, words]);
	const followAdvice = () => {
		if (!advice.act) return;
		acts.follow(advice);
		setDrawer(advice.act.kind === "next" ? "ladders" : null);
	};
	const keyed = [...layout.main, ...layout.rows.flat()].flatMap((field) =>
		(field.keys ?? []).map((key) => [remoteKey(key, hand), () => attempt(field.attempt)] as const),
	);
	const call = (by: number) => {
		const { all, now } = layout.calls ?? { all: [], now: "" };
		if (all.length > 0) setCalled(all[(all.indexOf(now) + by + all.length) % all.length] as string);
	};
	const noCount = () => attempt({ result: "hit", off: [], judged: false, noCount: true });

	useKeys({
		...Object.fromEntries(keyed),
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
		o: () => advice.canSilence && acts.overrule(advice),
		Escape: close,
	});

	return (
		<main
			className={`${css.page} ${hand.leftThumb ? css.leftThumb : ""} ${hand.large ? css.large : ""}`}
			aria-label="Live lesson"
		>
			<h1 className="visually-hidden">
				Lesson: {board.studentName}, {readOn(board.ladder, set.placing.settings.name)}
			</h1>
			<div className={css.top}>
				<Link className={css.leave} href="/" aria-label="Leave; the lesson waits as it is">
					←
				</Link>
				{board.tabs.map((tab) => {
					const here = tab.ladder === set.placing.ladder;
					return (
						<button
							key={tab.key}
							type="button"
							className={here ? css.inHand : ""}
							aria-current={here ? "true" : undefined}
							onClick={() => {
								const to = pack.ladders.find((l) => l.id === tab.ladder);
								if (here) toggle("ladders");
								else if (to) acts.ladder(to);
								else acts.quick();
							}}
						>
							<b dir="auto">{tab.name}</b>
							<span>{here ? `${tab.tries} tries` : `waits · ${tab.tries}`}</span>
						</button>
					);
				})}
				<button type="button" onClick={() => toggle("ladders")} aria-expanded={drawer === "ladders"}>
					<b>{board.ladder ? `Rung ${rungNumber}` : "For whom?"}</b>
					<span>
						{board.ladder
							? `${board.ladder.skill}${set.placing.side === "none" ? "" : `, ${set.placing.side}`}`
							: "say it later"}
					</span>
				</button>
			</div>
			<CountZone
				board={board}
				pack={pack}
				state={state}
				takenBack={takenBack}
				onPutBack={acts.putBack}
				holds={holds}
				setClock={set.open ? clock : null}
			/>
			<Strip board={board} onOpen={() => toggle("tries")} />
			<AdviceZone
				advice={advice}
				onFollow={followAdvice}
				onOtherwise={() => acts.overrule(advice)}
				onEvidence={() => toggle("evidence")}
			/>
			<Fields layout={layout} onAttempt={attempt} onCall={setCalled} />
			<div className={css.foot}>
				<button type="button" onClick={acts.undo}>
					undo
				</button>
				<button type="button" onClick={noCount}>
					no count
				</button>
				<button type="button" onClick={() => toggle("cue")} aria-expanded={drawer === "cue"}>
					cue
				</button>
				<button type="button" onClick={() => toggle("state")} aria-expanded={drawer === "state"}>
					state
				</button>
				<button type="button" onClick={() => toggle("more")} aria-expanded={drawer === "more"}>
					more
				</button>
			</div>
			{drawer === "tries" && <TriesDrawer board={board} acts={acts} layout={layout} onClose={close} />}
			{drawer === "evidence" && <EvidenceDrawer board={board} onClose={close} />}
			{drawer === "cue" && (
				<CueDrawer
					visit={visit}
					ladder={board.ladder}
					acts={acts}
					adjusting={advice.line === "let-adjust"}
					onClose={close}
				/>
			)}
			{drawer === "state" && <StateDrawer acts={acts} onClose={close} />}
			{drawer === "more" && (
				<MoreDrawer lesson={lesson.lesson} board={board} acts={acts} holds={holds} onOpen={setDrawer} onClose={close} />
			)}
			{drawer === "hand" && (
				<Suspense fallback={null}>
					<HandDrawer onClose={close} />
				</Suspense>
			)}
			{drawer === "ladders" && (
				<LaddersDrawer view={state.view} board={board} pack={pack} acts={acts} onClose={close} />
			)}
		</main>
	);
}
