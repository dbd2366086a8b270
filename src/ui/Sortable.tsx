"use client";

import {
	closestCenter,
	DndContext,
	type DragEndEvent,
	MeasuringStrategy,
	PointerSensor,
	useSensor,
	useSensors,
} from "@dnd-kit/core";
import { SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical } from "lucide-react";
import { createContext, useContext, useMemo, useRef } from "react";
import css from "./sortable.module.css";

interface Order {
	ids: string[];
	move: (from: number, to: number) => void;
}

// Both the same objects all along: a new one would have every row drawn anew at each letter typed.
const pointer = { activationConstraint: { distance: 4 } };
/** Rows are measured while one travels, and never while somebody types in them. */
const measuring = { droppable: { strategy: MeasuringStrategy.WhileDragging } };

const OrderContext = createContext<Order>({ ids: [], move: () => {} });

/** Rows that can be put in another order: by dragging the grip, or by the up and down keys on it. */
export function Sortable({
	ids,
	onMove,
	onStart,
	children,
}: {
	ids: readonly string[];
	onMove: (from: number, to: number) => void;
	/** Open details close before a row travels: rows of one height can be aimed at. */
	onStart: () => void;
	children: React.ReactNode;
}) {
	const sensors = useSensors(useSensor(PointerSensor, pointer));
	const end = ({ active, over }: DragEndEvent) => {
		if (over && active.id !== over.id) onMove(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
	};
	// The same order is the same object: a row is drawn anew only when it moves or says something else.
	const key = ids.join(" ");
	const latest = useRef(onMove);
	latest.current = onMove;
	const order = useMemo(
		(): Order => ({ ids: key === "" ? [] : key.split(" "), move: (from, to) => latest.current(from, to) }),
		[key],
	);
	return (
		<OrderContext value={order}>
			<DndContext
				id="rows"
				sensors={sensors}
				collisionDetection={closestCenter}
				measuring={measuring}
				onDragStart={onStart}
				onDragEnd={end}
			>
				<SortableContext items={order.ids} strategy={verticalListSortingStrategy}>
					{children}
				</SortableContext>
			</DndContext>
		</OrderContext>
	);
}

/** One such row; `grip` goes where the row wants it. */
export function SortableRow({
	id,
	label,
	className,
	children,
}: {
	id: string;
	label: string;
	className?: string | undefined;
	children: (grip: React.ReactNode) => React.ReactNode;
}) {
	const { ids, move } = useContext(OrderContext);
	const { listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id });
	const byKey = (event: React.KeyboardEvent) => {
		const step = event.key === "ArrowUp" ? -1 : event.key === "ArrowDown" ? 1 : 0;
		const from = ids.indexOf(id);
		const to = from + step;
		if (step === 0) return;
		event.preventDefault();
		event.stopPropagation();
		if (to < 0 || to >= ids.length) return;
		move(from, to);
		// The row is put elsewhere in the page, which takes the focus off its grip.
		requestAnimationFrame(() => document.getElementById(`grip-${id}`)?.focus());
	};
	const grip = (
		<button
			ref={setActivatorNodeRef}
			id={`grip-${id}`}
			type="button"
			className={css.grip}
			aria-label={`Move ${label}`}
			aria-keyshortcuts="ArrowUp ArrowDown"
			{...listeners}
			onKeyDown={byKey}
		>
			<GripVertical size={16} aria-hidden="true" />
		</button>
	);
	return (
		<div
			ref={setNodeRef}
			className={`${className ?? ""} ${isDragging ? css.dragging : ""}`}
			style={{ transform: CSS.Translate.toString(transform), transition }}
		>
			{children(grip)}
		</div>
	);
}
