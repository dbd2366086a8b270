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
import { Fragment, useRef } from "react";
import { lasting, moveTo, pin, takeOut, unpin } from "@/core/plan/arrange";
import type { LessonPlan, PlannedItem } from "@/core/plan/plan";
import type { PlanView, Stretch } from "@/core/plan/viewPlan";
import { plural } from "@/core/text/lists";
import { clockOf } from "./clock";
import css from "./plans.module.css";

/** A lesson of any usual length stands whole on a laptop's page: an hour as high as half of it. */
const PAGE_PX = 400;
const pointer = { activationConstraint: { distance: 5 } };

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
				style={{ "--minute": `${PAGE_PX / plan.minutes}px` } as React.CSSProperties}
				aria-label="The lesson, minute by minute"
			>
				{stretches.map((one, i) => (
					<Fragment key={one.item.id}>
						<Free plan={plan} from={endOf(stretches[i - 1])} to={one.at} />
						<Block
							stretch={one}
							time={plan.time}
							isInHand={inHand === one.item.id}
							onTake={() => onTake(inHand === one.item.id ? null : one.item.id)}
							onKey={(event) => byKey(event, i)}
						/>
					</Fragment>
				))}
				<Free plan={plan} from={endOf(stretches.at(-1))} to={plan.minutes} />
				<li className={css.end} aria-hidden="true">
					<span className={css.clock}>{clockOf(plan.time, plan.minutes)}</span>
				</li>
			</ol>
		</DndContext>
	);
}

const endOf = (stretch: Stretch | undefined): number => (stretch ? stretch.at + stretch.minutes : 0);

/** The rest, which names ladder and rung, stands beside the line once it is pressed. */
const firstSentence = (why: string): string => /^.*?\.(?= |$)/.exec(why)?.[0] ?? why;

const lasts = (minutes: number) => ({ "--lasts": minutes }) as React.CSSProperties;

/** Minutes that nothing takes. */
const Free = ({ plan, from, to }: { plan: LessonPlan; from: number; to: number }) =>
	to > from && (
		<li className={`${css.stretch} ${css.free}`} style={lasts(to - from)}>
			<span className={css.clock}>{clockOf(plan.time, from)}</span>
			<span>{plural(to - from, "minute")} free</span>
		</li>
	);

function Block({
	stretch: { item, at, minutes },
	time,
	isInHand,
	onTake,
	onKey,
}: {
	stretch: Stretch;
	time: string;
	isInHand: boolean;
	onTake: () => void;
	onKey: (event: React.KeyboardEvent) => void;
}) {
	const { listeners, setNodeRef, transform, isDragging } = useDraggable({ id: item.id });
	const { setNodeRef: setPlace, isOver } = useDroppable({ id: item.id });
	const kind = item.class === "new" ? css.fresh : item.class === "talk" ? css.talk : "";
	return (
		<li ref={setPlace} className={`${css.stretch} ${isOver && !isDragging ? css.over : ""}`} style={lasts(minutes)}>
			<span className={css.clock}>{clockOf(time, at)}</span>
			<button
				ref={setNodeRef}
				type="button"
				className={`${css.block} ${kind} ${item.pinned ? css.pinned : ""} ${isInHand ? css.inHand : ""}`}
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
				<span className={css.words} dir="auto">
					<span className={css.what}>{item.what}</span>
					<span className={css.why}>{firstSentence(item.why)}</span>
				</span>
				{item.pinned && <span className={css.pin}>pinned</span>}
			</button>
		</li>
	);
}
