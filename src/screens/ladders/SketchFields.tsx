"use client";

import { DndContext, type DragEndEvent, PointerSensor, useDraggable, useSensor, useSensors } from "@dnd-kit/core";
import { useRef } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useFormContext, useWatch } from "react-hook-form";
import { v7 as uuid } from "uuid";
import { inUnit, type LengthUnit, lengthWords, toMetres } from "@/core/coach/lengths";
import type { Ladder } from "@/core/ladder/ladder";
import {
	freshSketch,
	type Sketch,
	type SketchItem,
	type SketchKind,
	sketchKinds,
	withoutItem,
} from "@/core/ladder/sketch";
import { DEPTH, distances } from "@/core/ladder/sketchSeen";
import { kindWords } from "@/core/ladder/sketchWords";
import { aOrAn } from "@/core/text/wording";
import { Complaint } from "@/ui/FormRow";
import { DistanceLine, SketchShape, WIDE } from "./SketchView";
import css from "./sketch.module.css";

const pointer = { activationConstraint: { distance: 3 } };
/** Things are put down on tenths of a metre, and the arrow keys move them by as much. */
const GRAIN = 0.1;
const onGrain = (metres: number) => Math.round(metres / GRAIN) / (1 / GRAIN);
const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));
/** So many things, and so many distances, fit into a sketch. */
const MOST = 24;
/** A thing's first word names it on a button and on the drawing. */
const shortKind = (kind: SketchKind): string => kindWords[kind].split(" ")[0] ?? "";

/** What was refused of a sketch, by thing and by distance. */
type SketchErrors = { lines?: { message?: string }[]; items?: { name?: { message?: string } }[] } | undefined;

/** A sketch and how it is changed. */
interface Editing {
	sketch: Sketch;
	unit: LengthUnit;
	errors: SketchErrors;
	onPut: (next: Sketch) => void;
	onChange: (id: string, to: Partial<SketchItem>) => void;
}

const withOneMore = (now: Sketch, kind: SketchKind): Sketch => {
	const alike = now.items.filter((item) => item.kind === kind).length;
	const name = alike === 0 ? shortKind(kind) : `${shortKind(kind)} ${alike + 1}`;
	return { ...now, items: [...now.items, { id: uuid(), kind, name, x: 0, y: onGrain((now.across * DEPTH) / 2) }] };
};

/** One more distance: on from where the last one ended. */
function withOneMoreLine(sketch: Sketch): Sketch {
	const [first, second] = sketch.items as [SketchItem, SketchItem];
	const last = sketch.lines.at(-1);
	const from = last?.to ?? first.id;
	const other = sketch.items.find(({ id }) => id !== from) as SketchItem;
	return { ...sketch, lines: [...sketch.lines, { from, to: last ? other.id : second.id }] };
}

/** The set-up of a rung, placed by dragging, by the arrow keys, or by numbers. */
export function SketchFields({ index, unit }: { index: number; unit: LengthUnit }) {
	const { control, setValue, getValues, formState } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings.sketch` as const;
	const sketch = useWatch({ control, name: path }) as Sketch | undefined;
	const errors = formState.errors.rungs?.[index]?.settings?.sketch as SketchErrors;
	const put = (next: Sketch | undefined) => setValue(path, next as never, { shouldDirty: true });
	const add = (kind: SketchKind) => put(withOneMore(sketch ?? freshSketch(getValues("side")), kind));
	if (!sketch || sketch.items.length === 0)
		return (
			<div className={css.add}>
				<span className="form-label m-0">Set-up, from above:</span>
				{sketchKinds.map((kind) => (
					<Button key={kind} variant="link" onClick={() => add(kind)}>
						add {aOrAn(shortKind(kind))}
					</Button>
				))}
			</div>
		);
	const onChange = (id: string, to: Partial<SketchItem>) =>
		put({ ...sketch, items: sketch.items.map((item) => (item.id === id ? { ...item, ...to } : item)) });
	const editing: Editing = { sketch, unit, errors, onPut: put, onChange };
	return (
		<fieldset>
			<legend className="form-label m-0">
				Set-up, from above
				{sketch.side !== "none" && `, drawn for the ${sketch.side} side. The other side sees it mirrored`}
			</legend>
			<Ground index={index} {...editing} />
			<ItemTable {...editing} />
			<DistanceRows {...editing} />
			<div className={css.add}>
				{sketchKinds.map((kind) => (
					<Button key={kind} variant="link" size="sm" disabled={sketch.items.length >= MOST} onClick={() => add(kind)}>
						add {aOrAn(shortKind(kind))}
					</Button>
				))}
				{sketch.items.length > 1 && (
					<Button
						variant="link"
						size="sm"
						disabled={sketch.lines.length >= MOST}
						onClick={() => put(withOneMoreLine(sketch))}
					>
						add a distance
					</Button>
				)}
				<Form.Label htmlFor={`across-${index}`} className="m-0 ms-auto">
					width shown, {unit}
				</Form.Label>
				<Form.Control
					id={`across-${index}`}
					size="sm"
					style={{ width: 72 }}
					type="number"
					inputMode="decimal"
					value={inUnit(sketch.across, unit)}
					onChange={(event) => {
						const metres = toMetres(Number(event.target.value), unit);
						if (metres >= 1 && metres <= 100) put({ ...sketch, across: metres });
					}}
				/>
			</div>
		</fieldset>
	);
}

/** Everything where it stands, to be dragged; its distances drawn. */
function Ground({ index, sketch, unit, onChange }: Editing & { index: number }) {
	const ground = useRef<HTMLDivElement>(null);
	const sensors = useSensors(useSensor(PointerSensor, pointer));
	const inside = (x: number, y: number) => ({
		x: onGrain(within(x, -sketch.across / 2, sketch.across / 2)),
		y: onGrain(within(y, 0, sketch.across * DEPTH)),
	});
	const drop = ({ active, delta }: DragEndEvent) => {
		const item = sketch.items.find(({ id }) => id === active.id);
		const width = ground.current?.clientWidth ?? 0;
		if (!item || width === 0) return;
		const metre = width / sketch.across;
		onChange(item.id, inside(item.x + delta.x / metre, item.y - delta.y / metre));
	};
	return (
		<DndContext id={`sketch-${index}`} sensors={sensors} onDragEnd={drop}>
			<div ref={ground} className={css.ground} style={{ aspectRatio: `1 / ${DEPTH}` }}>
				<svg viewBox={`0 0 ${WIDE} ${WIDE * DEPTH}`} aria-hidden="true">
					{distances(sketch).each.map((distance) => (
						<DistanceLine
							key={`${distance.from.id}${distance.to.id}`}
							distance={distance}
							across={sketch.across}
							unit={unit}
						/>
					))}
				</svg>
				{sketch.items.map((item) => (
					<Thing
						key={item.id}
						item={item}
						across={sketch.across}
						onNudge={(dx, dy) => onChange(item.id, inside(item.x + dx * GRAIN, item.y + dy * GRAIN))}
					/>
				))}
			</div>
		</DndContext>
	);
}

/** Everything by numbers, and what stands in for it at home. */
const ItemTable = (editing: Editing) => (
	<div className={css.scroll}>
		<table className={css.items}>
			<thead>
				<tr>
					<th>what</th>
					<th>right of the middle, {editing.unit}</th>
					<th>away from you, {editing.unit}</th>
					<th>up, {editing.unit}</th>
					<th>at home instead</th>
					<td />
				</tr>
			</thead>
			<tbody>
				{editing.sketch.items.map((item, i) => (
					<ItemRow key={item.id} item={item} i={i} {...editing} />
				))}
			</tbody>
		</table>
	</div>
);

function ItemRow({
	item,
	i,
	sketch,
	unit,
	errors,
	onChange: change,
	onPut: put,
}: Editing & { item: SketchItem; i: number }) {
	const number = (field: "x" | "y" | "height", label: string) => (
		<Form.Control
			size="sm"
			type="number"
			inputMode="decimal"
			step={0.1}
			aria-label={`${item.name}, ${label} in ${unit}`}
			value={item[field] === undefined ? "" : inUnit(item[field], unit)}
			onChange={(event) => {
				const metres = toMetres(Number(event.target.value), unit);
				if (field === "height")
					change(item.id, { height: event.target.value === "" ? undefined : within(metres, 0, 30) });
				else if (event.target.value !== "") change(item.id, { [field]: within(metres, -100, 100) });
			}}
		/>
	);
	return (
		<tr key={item.id}>
			<td>
				<Form.Control
					size="sm"
					aria-label={`Name of ${kindWords[item.kind]} ${i + 1}`}
					maxLength={40}
					value={item.name}
					dir="auto"
					isInvalid={Boolean(errors?.items?.[i]?.name)}
					onChange={(event) => change(item.id, { name: event.target.value })}
				/>
				<Complaint error={errors?.items?.[i]?.name} />
			</td>
			<td>{number("x", "right of the middle")}</td>
			<td>{number("y", "away")}</td>
			<td>{number("height", "up")}</td>
			<td>
				<Form.Control
					size="sm"
					aria-label={`${item.name}, at home instead`}
					maxLength={80}
					value={item.home ?? ""}
					dir="auto"
					onChange={(event) => change(item.id, { home: event.target.value || undefined })}
				/>
			</td>
			<td>
				<Button variant="link" size="sm" onClick={() => put(withoutItem(sketch, item.id))}>
					remove<span className="visually-hidden"> {item.name}</span>
				</Button>
			</td>
		</tr>
	);
}

/** How far it is from one thing to another. */
function DistanceRows({ sketch, unit, errors, onPut: put }: Editing) {
	const { each, sum } = distances(sketch);
	return (
		<>
			{sketch.lines.map((line, i) => {
				const ends = (["from", "to"] as const).map((end) => (
					<Form.Select
						key={end}
						size="sm"
						style={{ width: "auto" }}
						aria-label={`Distance ${i + 1}, ${end}`}
						value={line[end]}
						onChange={(event) =>
							put({
								...sketch,
								lines: sketch.lines.map((one, n) => (n === i ? { ...one, [end]: event.target.value } : one)),
							})
						}
					>
						{sketch.items.map((item) => (
							<option key={item.id} value={item.id}>
								{item.name}
							</option>
						))}
					</Form.Select>
				));
				return (
					// biome-ignore lint/suspicious/noArrayIndexKey: a distance is known by its place alone
					<div key={i} className={css.add}>
						{ends[0]} to {ends[1]} <b>{lengthWords(each[i]?.metres ?? 0, unit)}</b>
						<Button
							variant="link"
							size="sm"
							onClick={() => put({ ...sketch, lines: sketch.lines.filter((_, n) => n !== i) })}
						>
							remove<span className="visually-hidden"> distance {i + 1}</span>
						</Button>
						<Complaint error={errors?.lines?.[i]} />
					</div>
				);
			})}
			{each.length > 1 && (
				<p className="m-0">
					together <b>{lengthWords(sum, unit)}</b>
				</p>
			)}
		</>
	);
}

const arrows: Record<string, [number, number]> = {
	ArrowLeft: [-1, 0],
	ArrowRight: [1, 0],
	ArrowUp: [0, 1],
	ArrowDown: [0, -1],
};

function Thing({
	item,
	across,
	onNudge,
}: {
	item: SketchItem;
	across: number;
	onNudge: (dx: number, dy: number) => void;
}) {
	const { listeners, setNodeRef, transform } = useDraggable({ id: item.id });
	return (
		<button
			ref={setNodeRef}
			type="button"
			className={css.thing}
			aria-label={`Place ${item.name}, ${kindWords[item.kind]}`}
			aria-keyshortcuts="ArrowLeft ArrowRight ArrowUp ArrowDown"
			style={{
				left: `${(item.x / across + 0.5) * 100}%`,
				top: `${(1 - item.y / across / DEPTH) * 100}%`,
				...(transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : {}),
			}}
			{...listeners}
			onKeyDown={(event) => {
				const by = arrows[event.key];
				if (!by) return;
				event.preventDefault();
				event.stopPropagation();
				onNudge(...by);
			}}
		>
			<svg viewBox="-20 -20 40 40" aria-hidden="true">
				<SketchShape kind={item.kind} />
			</svg>
			<span dir="auto">{item.name}</span>
		</button>
	);
}
