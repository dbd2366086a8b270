"use client";

import { useEffect, useRef, useState } from "react";
import { v7 as uuid } from "uuid";
import { groupTry, roundsOver } from "@/core/commands/group";
import { lastAct, takeBack } from "@/core/commands/undo";
import { roundOf } from "@/core/groups/rounds";
import { succeeded } from "@/core/ladder/good";
import { nearest, orderTiles, type Tile, type TileOrder, tileOf, tileOrders } from "@/core/lesson/tile";
import type { Attempt } from "@/core/log/kinds";
import { keepJson, readKeptJson } from "@/device/localKeep";
import { answerTouch, groupKey, isTouch } from "../deviceSettings";
import { useLive } from "../LiveContext";
import type { When } from "../useTouch";
import css from "./courtside.module.css";
import { GroupChoosing } from "./GroupChoosing";
import { GroupOutcome } from "./GroupOutcome";
import { GroupTile } from "./GroupTile";

const isList = (value: unknown): string[] | null =>
	Array.isArray(value) && value.every((one) => typeof one === "string") ? value : null;

/** Keys would count for the set behind the board. */
function useNoKeysBehind(onEscape: () => void): void {
	useEffect(() => {
		const stop = (event: KeyboardEvent) => {
			if (event.key === "Escape") onEscape();
			if (event.key !== "Tab" && event.key !== "Enter" && event.key !== " ") event.stopImmediatePropagation();
		};
		window.addEventListener("keydown", stop, true);
		return () => window.removeEventListener("keydown", stop, true);
	}, [onEscape]);
}

/** Who is on the board, as this device was told; at first whoever was worked with. */
function useChosen() {
	const { lesson, view } = useLive();
	const [chosen, setChosen] = useState<string[]>(
		() =>
			readKeptJson(groupKey(lesson.lesson), isList) ?? [...new Set(view.visits.flatMap(({ ladder }) => ladder ?? []))],
	);
	return {
		chosen,
		put: (next: string[]) => {
			setChosen(next);
			keepJson(groupKey(lesson.lesson), next);
		},
	};
}

/** The tiles of those who were chosen, in the order asked for, and the round they are in. */
function useTiles(chosen: readonly string[], order: TileOrder) {
	const { view, pack } = useLive();
	const group = chosen.flatMap((id) => pack.ladders.find((ladder) => ladder.id === id) ?? []);
	const round = roundsOver(view, group);
	// Partners change with every round.
	const { pairs, out } = roundOf(
		group.map(({ id }) => id),
		2 * round,
	);
	const inPairs = [...pairs.flat(), ...(out ? [out] : [])].flatMap((id) => group.find((one) => one.id === id) ?? []);
	const tiles = orderTiles(
		inPairs.map((ladder) => tileOf(view, pack, ladder, chosen)),
		order,
	);
	const begun = tiles.some(({ dose }) => dose.done > 0);
	const told = round > 0 && !begun ? `round ${round} is over. Change partners` : out ? "the last student waits" : "";
	return { group, tiles, round, told };
}

const NO_COUNT: Attempt = { result: "hit", off: [], judged: false, noCount: true };

/** What is done beside counting; each speaks of whoever is touched. */
function BoardFoot({
	now,
	onUndo,
	onNoCount,
	onGo,
}: {
	now: Tile | null;
	onUndo: () => void;
	onNoCount: () => void;
	onGo: () => void;
}) {
	const who = now && (now.isOneOfSeveral ? `${now.who}, ${now.what}` : now.who);
	return (
		<div className={css.bar}>
			<button type="button" onClick={onUndo}>
				{who ? <small>undo</small> : "undo"} {who}
			</button>
			<button type="button" disabled={!now || now.first !== null} onClick={onNoCount}>
				no count
			</button>
			<button type="button" onClick={onGo} disabled={!now}>
				<small>go to</small> {who ?? "one of them"}
			</button>
		</div>
	);
}

/** Up to twelve on one screen: a name, then what came of it; each tile says what the rule counts, and the round ends by itself. */
export function GroupDrawer() {
	const { lesson, acts, close } = useLive();
	const { chosen, put } = useChosen();
	const [order, setOrder] = useState<TileOrder>("partners");
	const { group, tiles, round, told } = useTiles(chosen, order);
	const [selected, setSelected] = useState<string | null>(null);
	const [choosing, setChoosing] = useState(chosen.length < 2);
	useNoKeysBehind(close);
	const dialog = useRef<HTMLDialogElement>(null);
	useEffect(() => dialog.current?.showModal(), []);
	const now = tiles.find(({ ladder }) => ladder.id === selected) ?? null;
	const log = (attempt: Attempt, when?: When) => {
		if (!now || !isTouch(when?.up ?? performance.now())) return;
		answerTouch(attempt.off.length === 0 && succeeded(attempt.result, now.set?.placing.settings.scale));
		lesson.write(groupTry(uuid, lesson.snapshot().view, group, now.ladder, attempt));
		setSelected(null);
	};
	/** Of whoever is touched their own last one; else the last of all. */
	const undo = () => {
		if (!now) return acts.undo();
		const { view, device } = lesson.snapshot();
		const last = lastAct(view, device, now.ladder.id);
		if (last) lesson.write(takeBack(last.targets));
	};
	const goTo = () => {
		if (!now) return;
		acts.ladder(now.ladder);
		close();
	};
	return (
		<dialog ref={dialog} className={css.whole} aria-label="Group board" onClose={close}>
			<div className={css.bar}>
				<button type="button" aria-pressed={choosing} onClick={() => setChoosing(!choosing)}>
					<small>on the board</small> {tiles.length}
				</button>
				<p className={css.round} role="status">
					round <b>{round + 1}</b>
					<small>{told}</small>
				</p>
				<button
					type="button"
					onClick={() => setOrder(tileOrders[(tileOrders.indexOf(order) + 1) % tileOrders.length] ?? "partners")}
				>
					<small>order by</small> {order}
				</button>
				<button type="button" onClick={close}>
					close
				</button>
			</div>
			{choosing || tiles.length === 0 ? (
				<GroupChoosing chosen={chosen} onChange={put} />
			) : (
				<>
					<ul className={css.people} aria-label="Who was it?">
						{tiles.map((one) => (
							<GroupTile
								key={one.ladder.id}
								tile={one}
								on={one === now}
								isNearest={one === nearest(tiles)}
								onTouch={setSelected}
							/>
						))}
					</ul>
					<GroupOutcome tile={now} onAttempt={log} />
				</>
			)}
			<BoardFoot now={now} onUndo={undo} onNoCount={() => log(NO_COUNT)} onGo={goTo} />
		</dialog>
	);
}
