"use client";

import { DndContext, type DragEndEvent, KeyboardSensor, PointerSensor, closestCenter, useSensor, useSensors } from "@dnd-kit/core";
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical } from "lucide-react";
import css from "./sortable.module.scss";

/** Rows that can be put in another order by dragging the grip, or by Space and arrows on it. */
export function Sortable({ ids, onMove, children }: { ids: readonly string[]; onMove: (from: number, to: number) => void; children: React.ReactNode }) {
	const sensors = useSensors(
		useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
		useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
	);
	const end = ({ active, over }: DragEndEvent) => {
		if (over && active.id !== over.id) onMove(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
	};
	return (
		<DndContext id="rows" sensors={sensors} collisionDetection={closestCenter} onDragEnd={end}>
			<SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
				{children}
			</SortableContext>
		</DndContext>
	);
}

/** One such row; `grip` goes where the row wants it. */
export function SortableRow({ id, label, className, children }: { id: string; label: string; className?: string | undefined; children: (grip: React.ReactNode) => React.ReactNode }) {
	const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id });
	const grip = (
		<button ref={setActivatorNodeRef} type="button" className={css.grip} aria-label={`Move ${label}`} {...attributes} {...listeners}>
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
