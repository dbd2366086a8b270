"use client";

import { type ComponentProps, useCallback, useEffect, useMemo, useState } from "react";
import type { Advice } from "@/core/advice";
import type { Board } from "@/core/lesson/board";
import { inputsFor, secondsOf } from "@/core/lesson/inputs";
import type { Attempt } from "@/core/log/kinds";
import type { Pack } from "@/core/pack/pack";
import { readOn } from "@/core/pack/placing";
import type { LessonOnDevice, LessonState } from "@/device/lesson";
import { readKept } from "@/device/localKeep";
import { late, preloadLate } from "@/ui/late";
import { useStable } from "@/ui/useStable";
import { AdviceZone, WatchingZone } from "./AdviceZone";
import { CountZone } from "./CountZone";
import { groupKey, useDeviceSettings } from "./deviceSettings";
import { LiveDrawers } from "./drawers/LiveDrawers";
import { Fields, MarkFields, NumberPad } from "./Fields";
import { Foot } from "./Foot";
import fields from "./fields.module.css";
import { type DrawerName, type Live, LiveProvider, useLive } from "./LiveContext";
import css from "./page.module.css";
import type { Stopped as StoppedNow } from "./Stopped";
import { Strip } from "./Strip";
import { Top } from "./Top";
import { type Acts, useActs } from "./useActs";
import { useAskedFor } from "./useAskedFor";
import { useAttempt } from "./useAttempt";
import { useAwake } from "./useAwake";
import { useCalled } from "./useCalled";
import { useLabel } from "./useLabel";
import { useLiveKeys } from "./useLiveKeys";
import { type SetClock, useSetClock } from "./useSetClock";
import { useSpoken } from "./useSpoken";

/** Not needed to count single tries; where it cannot be fetched nothing else fails. */
const StretchFields = late(
	() => import("./StretchFields").then((module) => module.StretchFields),
	({ onAgain }: { onAgain: () => void }) => (
		<button type="button" className={fields.field} onClick={onAgain}>
			load these fields again
		</button>
	),
);

/** Until it is here nothing counts either: the fields are gone. */
const Stopped = late(
	() => import("./Stopped").then((module) => module.Stopped),
	({ onAgain }: ComponentProps<typeof StoppedNow> & { onAgain: () => void }) => (
		<button type="button" className={fields.field} onClick={onAgain}>
			load the choices again (stopped for pain)
		</button>
	),
);

/** A lesson can be held without its plan. */
const PlanLine = late(
	() => import("./PlanLine").then((module) => module.PlanLine),
	() => null,
);

/** What the count goes on beside. */
const staysOpen: ReadonlySet<DrawerName> = new Set(["caller", "rhythm", "group"]);

/** Which drawer is open, if one is. */
function useDrawer() {
	const [drawer, setDrawer] = useState<DrawerName | null>(null);
	const toggle = useCallback((name: DrawerName) => setDrawer((now) => (now === name ? null : name)), []);
	const close = useCallback(() => setDrawer(null), []);
	const closeUnlessKept = useCallback(() => setDrawer((now) => (now && staysOpen.has(now) ? now : null)), []);
	return { drawer, setDrawer, toggle, close, closeUnlessKept };
}

/** The group board was in use in this lesson: one press leads back to it. */
function useHasBoard(lesson: string, drawer: DrawerName | null): boolean {
	const [hasBoard, setHasBoard] = useState(() => readKept(groupKey(lesson)) !== null);
	useEffect(() => {
		if (drawer === "group") setHasBoard(true);
	}, [drawer]);
	return hasBoard;
}

/** How this device is held, and by whom; what else the hand may need is fetched meanwhile. */
function useHand(lesson: LessonOnDevice) {
	const device = useDeviceSettings();
	useEffect(() => {
		lesson.actor = device.partner ? "partner" : "coach";
	}, [lesson, device.partner]);
	useEffect(() => preloadLate([NumberPad, Stopped, StretchFields]), []);
	return device;
}

/** A try that is open for correction: a press on a field closes it, counts nothing, and says so until the next one counts. */
function useCorrection(drawer: DrawerName | null, close: () => void, closeUnlessKept: () => void) {
	const [open, setCorrecting] = useState<number | null>(null);
	const [notCounted, setNotCounted] = useState<number | null>(null);
	const correcting = drawer === "tries" ? open : null;
	return {
		correcting,
		setCorrecting,
		notCounted,
		onCorrected: () => {
			setNotCounted(correcting);
			close();
		},
		onDone: () => {
			setNotCounted(null);
			closeUnlessKept();
		},
	};
}

/** What the buttons of the advice do; they act on the latest. */
function useAnswer(acts: Acts, advice: Advice, setDrawer: (drawer: DrawerName | null) => void) {
	return {
		follow: useStable(() => {
			if (!advice.act) return;
			acts.follow(advice);
			setDrawer(advice.act.kind === "next" ? "ladders" : null);
		}),
		overrule: useStable(() => {
			if (advice.canSilence) acts.overrule(advice);
		}),
	};
}

/** All that stands above the fields, and may be covered by a drawer. */
function Upper({
	drawer,
	toggle,
	takenBack,
	clock,
	answer: { follow, overrule },
}: {
	drawer: DrawerName | null;
	toggle: (name: DrawerName) => void;
	takenBack: ReturnType<typeof useActs>["takenBack"];
	clock: SetClock | null;
	answer: ReturnType<typeof useAnswer>;
}) {
	const { lesson, view, pack, board, acts, holds, label, notCounted } = useLive();
	const openTries = useCallback(() => toggle("tries"), [toggle]);
	const openEvidence = useCallback(() => toggle("evidence"), [toggle]);
	const chooseLadder = useCallback(() => toggle("ladders"), [toggle]);
	const hasBoard = useHasBoard(lesson.lesson, drawer);
	const openBoard = useCallback(() => toggle("group"), [toggle]);
	return (
		<div className={css.upper}>
			<Top
				board={board}
				pack={pack}
				acts={acts}
				choosing={drawer === "ladders"}
				onChoose={chooseLadder}
				onBoard={hasBoard ? openBoard : null}
			/>
			{(view.opened?.body.plan ?? view.opened?.body.again) && <PlanLine />}
			<CountZone
				lesson={lesson}
				board={board}
				label={label}
				takenBack={takenBack}
				view={view}
				notCounted={notCounted}
				onPutBack={acts.putBack}
				setClock={clock}
			/>
			<Strip board={board} onOpen={openTries} />
			{holds ? (
				<AdviceZone advice={board.advice} onFollow={follow} onOtherwise={overrule} onEvidence={openEvidence} />
			) : (
				<WatchingZone onTakeOver={acts.takeOver} />
			)}
			<LiveDrawers open={drawer} />
		</div>
	);
}

/** The fields of single tries, and what was off in the last one where no field says so. */
function TryFields({
	tries: { attempt, marks, markOf, touchMark },
	onCall,
	counts,
	correcting,
}: Pick<ComponentProps<typeof Fields>, "counts" | "correcting"> & {
	tries: ReturnType<typeof useAttempt>;
	onCall: (called: string) => void;
}) {
	const { layout, holds } = useLive();
	return (
		<>
			{layout.marks && <MarkFields all={layout.marks} marks={marks} of={markOf} onTouch={touchMark} />}
			<Fields
				layout={layout}
				onAttempt={attempt}
				onCall={onCall}
				apart={!holds}
				counts={counts}
				correcting={correcting}
			/>
		</>
	);
}

const NO_COUNT: Attempt = { result: "hit", off: [], judged: false, noCount: true };

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
	const { drawer, setDrawer, toggle, close, closeUnlessKept } = useDrawer();
	const { set, visit, advice, pain } = board;
	const { settings, positions, chain, musts } = set.placing;
	const pair = board.turns?.pair;
	const { called, callAt, setCall, setCalled, counts } = useCalled(board);
	const layout = useMemo(
		() => inputsFor(settings, visit.rule, positions, called, { chain, musts, pair }),
		[settings, visit.rule, positions, called, chain, musts, pair],
	);
	const { label, setLabel } = useLabel(board, state.view);
	const clock = useSetClock(set.id, secondsOf(visit.rule));
	const { correcting, setCorrecting, notCounted, ...correction } = useCorrection(drawer, close, closeUnlessKept);
	const tries = useAttempt({
		lesson,
		board,
		acts,
		label,
		callAt,
		clock,
		view: state.view,
		correcting,
		...correction,
	});
	const { attempt, touchMark } = tries;
	const device = useHand(lesson);
	const planned = Boolean(state.view.opened?.body.plan ?? state.view.opened?.body.again);
	const holds = set.holder === state.device;
	useAwake();
	useAskedFor(pack, acts.ladder, set.placing.ladder);
	useSpoken(board);

	const answer = useAnswer(acts, advice, setDrawer);
	const noCount = useCallback(() => attempt(NO_COUNT), [attempt]);
	useLiveKeys({
		acts,
		layout,
		advice: answer,
		onAttempt: attempt,
		onMark: touchMark,
		onCall: setCalled,
		onClock: () => clock?.toggle(),
		onNoCount: noCount,
		onDrawer: toggle,
		onClose: close,
	});
	const counting = !pain && !board.stretch;
	const live: Live = {
		lesson,
		view: state.view,
		pack,
		board,
		acts,
		layout,
		holds,
		label,
		setLabel,
		setCall,
		setCorrecting,
		notCounted,
		open: setDrawer,
		close,
	};

	return (
		<LiveProvider value={live}>
			<main
				className={css.page}
				data-left={device.leftThumb || undefined}
				data-plan={planned || undefined}
				data-large={device.large || undefined}
				data-marks={(counting && layout.marks !== undefined) || undefined}
				data-pad={(counting && layout.keypad !== undefined) || undefined}
				aria-label="Live lesson"
			>
				<h1 className="visually-hidden">
					Lesson: {board.studentName}, {readOn(board.ladder, set.placing.settings.name)}
				</h1>
				<Upper drawer={drawer} toggle={toggle} takenBack={takenBack} clock={set.open ? clock : null} answer={answer} />
				{pain && <Stopped pain={pain} lesson={lesson.lesson} acts={acts} onNext={() => toggle("ladders")} />}
				{!pain && board.stretch && <StretchFields />}
				{counting && <TryFields tries={tries} onCall={setCalled} counts={counts} correcting={correcting} />}
				<Foot acts={acts} open={drawer} onNoCount={noCount} onToggle={toggle} />
			</main>
		</LiveProvider>
	);
}
