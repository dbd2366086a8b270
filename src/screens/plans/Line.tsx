"use client";

import {
	closestCenter,
	DndContext,
	type DragEndEvent,
	PointerSensor,
	useDraggable,
	useDroppable,
	useSensor,
	useSensors,
} from "@dnd-kit/core";
import { useRef } from "react";
import { lasting, moveTo, pin, takeOut, unpin } from "@/core/plan/arrange";
import type { LessonPlan, PlannedItem } from "@/core/plan/plan";
import type { PlanView, Stretch } from "@/core/plan/viewPlan";
import css from "./plans.module.css";

/** What can be hit, however short it is. */
const LEAST_PX = 26;

/** A lesson of an hour is as high as a laptop's page and a half; a short one is not squeezed. */
const scaleOf = (minutes: number, shortest: number): number =>
	Math.max(8, Math.min(24, 760 / minutes), LEAST_PX / shortest);
const pointer = { activationConstraint: { distance: 5 } };

/** So many minutes after the beginning, by the clock of the place; without a time, minutes alone. */
export function clockOf(time: string, minutes: number): string {
	if (!time) return `${minutes}′`;
	const [h, m] = time.split(":").map(Number);
	const at = ((h ?? 0) * 60 + (m ?? 0) + minutes) % (24 * 60);
	return `${String(Math.floor(at / 60)).padStart(2, "0")}:${String(at % 60).padStart(2, "0")}`;
}

interface Props {
	plan: LessonPlan;
	view: PlanView;
	/** The stretch whose minutes and place are being changed. */
	inHand: string | null;
	onTake: (id: string | null) => void;
	onItems: (items: PlannedItem[]) => void;
}

/**
 * The lesson as one upright line of minutes, each stretch as long as it lasts. A stretch is
 * taken in hand by a press; dragged, it is pinned where it is let go. By keys: arrows go from
 * one to the next, with Alt they move it, plus and minus change its minutes, P pins, Delete
 * takes it out.
 */
export function Line({ plan, view, inHand, onTake, onItems }: Props) {
	const sensors = useSensors(useSensor(PointerSensor, pointer));
	const list = useRef<HTMLOListElement>(null);
	const { stretches } = view;
	const scale = scaleOf(plan.minutes, Math.min(...stretches.map((one) => one.minutes)));
	const move = (from: number, to: number) => {
		if (to < 0 || to >= stretches.length) return;
		onTake(stretches[from]?.item.id ?? null);
		onItems(moveTo(plan, stretches, from, to));
	};
	const end = ({ active, over }: DragEndEvent) => {
		const place = (id: unknown) => stretches.findIndex(({ item }) => item.id === id);
		if (over && over.id !== active.id) move(place(active.id), place(over.id));
	};
	const go = (to: number) => {
		const next = stretches[to];
		if (next) onTake(next.item.id);
		list.current?.querySelectorAll("button")[to]?.focus();
	};
	const byKey = (event: React.KeyboardEvent, i: number) => {
		const one = stretches[i] as Stretch;
		const { id, pinned } = one.item;
		const last = (minutes: number) => minutes > 0 && onItems(lasting(plan.items, id, minutes));
		const goOrMove = (to: number) => (event.altKey ? move(i, to) : go(to));
		const acts: Record<string, () => void> = {
			ArrowUp: () => goOrMove(i - 1),
			ArrowDown: () => goOrMove(i + 1),
			"+": () => last(one.minutes + 1),
			"-": () => last(one.minutes - 1),
			p: () => onItems(pinned ? unpin(plan.items, id) : pin(plan.items, one)),
			Delete: () => onItems(takeOut(plan.items, id)),
		};
		const act = acts[event.key];
		if (!act) return;
		event.preventDefault();
		act();
	};
	return (
		<DndContext id="plan" sensors={sensors} collisionDetection={closestCenter} onDragEnd={end}>
			<ol
				ref={list}
				className={css.line}
				style={{ height: plan.minutes * scale }}
				aria-label="The lesson, minute by minute"
			>
				{stretches.map((one, i) => (
					<Block
						key={one.item.id}
						stretch={one}
						time={plan.time}
						scale={scale}
						isInHand={inHand === one.item.id}
						onTake={() => onTake(inHand === one.item.id ? null : one.item.id)}
						onKey={(event) => byKey(event, i)}
					/>
				))}
				<li className={css.end} style={{ top: plan.minutes * scale }} aria-hidden="true">
					{clockOf(plan.time, plan.minutes)}
				</li>
			</ol>
		</DndContext>
	);
}

function Block({
	stretch: { item, at, minutes },
	time,
	scale,
	isInHand,
	onTake,
	onKey,
}: {
	stretch: Stretch;
	time: string;
	scale: number;
	isInHand: boolean;
	onTake: () => void;
	onKey: (event: React.KeyboardEvent) => void;
}) {
	const { listeners, setNodeRef, transform, isDragging } = useDraggable({ id: item.id });
	const { setNodeRef: setPlace, isOver } = useDroppable({ id: item.id });
	const high = minutes * scale;
	const kind = item.class === "new" ? css.fresh : item.class === "talk" ? css.talk : "";
	return (
		<li
			ref={setPlace}
			className={`${css.stretch} ${isOver && !isDragging ? css.over : ""}`}
			style={{ top: at * scale, height: high }}
		>
			<span className={css.clock}>{clockOf(time, at)}</span>
			<button
				ref={setNodeRef}
				type="button"
				className={`${css.block} ${kind} ${item.pinned ? css.pinned : ""} ${isInHand ? css.inHand : ""} ${high < 40 ? css.low : ""}`}
				style={transform ? { transform: `translateY(${transform.y}px)`, zIndex: 3 } : undefined}
				aria-pressed={isInHand}
				{...listeners}
				onClick={onTake}
				onKeyDown={onKey}
			>
				<b className={css.minutes}>
					{minutes}
					<span className="visually-hidden"> minutes</span>
				</b>
				<span className={css.what} dir="auto">
					{item.what}
				</span>
				{item.pinned && <span className={css.pin}>pinned</span>}
				{high >= 56 && <span className={css.why}>{item.why}</span>}
			</button>
		</li>
	);
}
