"use client";

import { type CSSProperties, useCallback, useEffect, useMemo, useState } from "react";
import { type Pack, readOn } from "@/core/pack/pack";
import type { LessonOnDevice, LessonState } from "@/device/lesson";
import { late, preloadLate } from "@/ui/late";
import { useStable } from "@/ui/useStable";
import { AdviceZone, WatchingZone } from "./AdviceZone";
import { CountZone } from "./CountZone";
import { useDeviceSettings } from "./deviceSettings";
import { LiveDrawers } from "./drawers/LiveDrawers";
import { Fields, MarkFields } from "./Fields";
import { inputsFor, secondsOf, smallHeight } from "./inputs";
import { type DrawerName, type Live, LiveProvider } from "./LiveContext";
import css from "./live.module.scss";
import type { Board } from "./model";
import { STOPPED_HEIGHT, Stopped } from "./Stopped";
import { Strip } from "./Strip";
import { Foot, Top } from "./Top";
import { useActs } from "./useActs";
import { useAskedFor } from "./useAskedFor";
import { useAttempt } from "./useAttempt";
import { useAwake } from "./useAwake";
import { useCalled } from "./useCalled";
import { useLabel } from "./useLabel";
import { useLiveKeys } from "./useLiveKeys";
import { useSetClock } from "./useSetClock";
import { useSpoken } from "./useSpoken";

/** Not needed to count single tries; where it cannot be fetched nothing else fails. */
const StretchFields = late(
	() => import("./StretchFields").then((module) => module.StretchFields),
	({ onAgain }: { onAgain: () => void }) => (
		<button type="button" className={css.field} onClick={onAgain}>
			fetch these fields again
		</button>
	),
);

/** Which drawer is open, if one is. */
function useDrawer() {
	const [drawer, setDrawer] = useState<DrawerName | null>(null);
	const toggle = useCallback((name: DrawerName) => setDrawer((now) => (now === name ? null : name)), []);
	const close = useCallback(() => setDrawer(null), []);
	return { drawer, setDrawer, toggle, close };
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
	const { drawer, setDrawer, toggle, close } = useDrawer();
	const { set, visit, advice, pain } = board;
	const { settings, positions, chain, musts } = set.placing;
	const { called, setCalled, counts } = useCalled(board);
	const layout = useMemo(
		() => inputsFor(settings, visit.rule, positions, called, { chain, musts }),
		[settings, visit.rule, positions, called, chain, musts],
	);
	const { label, setLabel } = useLabel(board);
	const clock = useSetClock(set.id, secondsOf(visit.rule));
	const { attempt, marks, touchMark } = useAttempt({ lesson, board, acts, layout, label, clock, onDone: close });
	const device = useDeviceSettings();
	const holds = set.holder === state.device;
	useAwake();
	useAskedFor(pack, acts.ladder, set.placing.ladder);
	useSpoken(board);
	useEffect(() => {
		lesson.actor = device.partner ? "partner" : "coach";
	}, [lesson, device.partner]);
	useEffect(() => preloadLate([StretchFields]), []);

	const follow = useStable(() => {
		if (!advice.act) return;
		acts.follow(advice);
		setDrawer(advice.act.kind === "next" ? "ladders" : null);
	});
	const overrule = useStable(() => {
		if (advice.canSilence) acts.overrule(advice);
	});
	const noCount = useCallback(() => attempt({ result: "hit", off: [], judged: false, noCount: true }), [attempt]);
	const openTries = useCallback(() => toggle("tries"), [toggle]);
	const openEvidence = useCallback(() => toggle("evidence"), [toggle]);
	const chooseLadder = useCallback(() => toggle("ladders"), [toggle]);
	useLiveKeys({
		acts,
		layout,
		advice: { follow, overrule },
		onAttempt: attempt,
		onMark: touchMark,
		onCall: setCalled,
		onClock: () => clock?.toggle(),
		onNoCount: noCount,
		onDrawer: toggle,
		onClose: close,
	});
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
		open: setDrawer,
		close,
	};

	return (
		<LiveProvider value={live}>
			<main
				className={`${css.page} ${device.leftThumb ? css.leftThumb : ""} ${device.large ? css.large : ""}`}
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
					takenBack={takenBack}
					view={state.view}
					onPutBack={acts.putBack}
					setClock={set.open ? clock : null}
				/>
				<Strip board={board} onOpen={openTries} />
				{holds ? (
					<AdviceZone advice={advice} onFollow={follow} onOtherwise={overrule} onEvidence={openEvidence} />
				) : (
					<WatchingZone onTakeOver={acts.takeOver} />
				)}
				{pain && <Stopped pain={pain} lesson={lesson.lesson} acts={acts} onNext={chooseLadder} />}
				{!pain && board.stretch && <StretchFields />}
				{!pain && !board.stretch && (
					<>
						{layout.marks && <MarkFields all={layout.marks} marks={marks} onTouch={touchMark} />}
						<Fields layout={layout} onAttempt={attempt} onCall={setCalled} apart={!holds} counts={counts} />
					</>
				)}
				<Foot acts={acts} open={drawer} onNoCount={noCount} onToggle={toggle} />
				<LiveDrawers open={drawer} />
			</main>
		</LiveProvider>
	);
}
