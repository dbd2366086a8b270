"use client";

import { useRef, useState } from "react";
import type { Point } from "@/core/position/measure";
import type { Still } from "@/core/position/still";
import css from "./position.module.css";
import type { Taken } from "./takePicture";
import { namesFor, type Placing } from "./usePlacing";

const STEP = 1;
const FAR = 10;
/** How far from a point a finger takes it, in hundredths of the longer side. */
const REACH = 4.5;
const arrows: Record<string, Point> = {
	ArrowLeft: { x: -1, y: 0 },
	ArrowRight: { x: 1, y: 0 },
	ArrowUp: { x: 0, y: -1 },
	ArrowDown: { x: 0, y: 1 },
};

/** The lines between the points that are measured. */
const path = (points: readonly Point[], of: "angle" | "distance"): string => {
	const to = ({ x, y }: Point) => `${x} ${y}`;
	const [a, b, c, d] = points;
	if (!a || !b) return "";
	if (of === "angle") return c ? `M${to(a)}L${to(b)}L${to(c)}` : "";
	return `M${to(a)}L${to(b)}${c && d ? `M${to(c)}L${to(d)}` : ""}`;
};

/** Another still's points, turned no way but moved and sized so that its corner and first arm lie on these. */
export function laidOver(other: readonly Point[], own: readonly Point[]): Point[] {
	const [oa, ob] = other;
	const [a, b] = own;
	if (!oa || !ob || !a || !b) return [];
	const size = Math.hypot(a.x - b.x, a.y - b.y) / (Math.hypot(oa.x - ob.x, oa.y - ob.y) || 1);
	return other.map(({ x, y }) => ({ x: b.x + (x - ob.x) * size, y: b.y + (y - ob.y) * size }));
}

/** The picture with its points: dragged, or moved by arrows, ten pixels with Shift; lines are drawn on it by hand. */
export function Board({
	picture,
	placing,
	over,
	drawing,
}: {
	picture: Taken;
	placing: Placing;
	over: readonly { label: string; still: Pick<Still, "points"> }[];
	drawing: boolean;
}) {
	const svg = useRef<SVGSVGElement>(null);
	const [dragged, setDragged] = useState<string | null>(null);
	const [line, setLine] = useState<{ from: Point; to: Point } | null>(null);
	const { now, seen, mirrored } = placing;
	const { width, height } = picture;
	const points = now.points.map(seen);
	const measured = namesFor(now.ask).flatMap((name) => points.find((point) => point.name === name) ?? []);
	const at = (event: React.PointerEvent): Point => {
		const box = svg.current?.getBoundingClientRect();
		if (!box) return { x: 0, y: 0 };
		return {
			x: Math.round(Math.min(width, Math.max(0, ((event.clientX - box.left) * width) / box.width))),
			y: Math.round(Math.min(height, Math.max(0, ((event.clientY - box.top) * height) / box.height))),
		};
	};
	const unit = Math.max(width, height) / 100;
	return (
		<svg
			ref={svg}
			className={`${css.board} ${drawing ? css.drawing : ""}`}
			viewBox={`0 0 ${width} ${height}`}
			style={{ aspectRatio: `${width} / ${height}` }}
			onPointerDown={(event) => {
				if (!drawing) return;
				event.currentTarget.setPointerCapture(event.pointerId);
				setLine({ from: at(event), to: at(event) });
			}}
			onPointerMove={(event) => {
				if (line) setLine({ ...line, to: at(event) });
				else if (dragged) placing.move(dragged, at(event));
			}}
			onPointerUp={() => {
				if (line && Math.hypot(line.to.x - line.from.x, line.to.y - line.from.y) > unit)
					placing.put({ marks: [...now.marks, { from: seen(line.from), to: seen(line.to) }] });
				setLine(null);
				setDragged(null);
			}}
		>
			<title>The picture, with the points on it</title>
			<image
				href={picture.url}
				width={width}
				height={height}
				transform={mirrored ? `translate(${width} 0) scale(-1 1)` : undefined}
			/>
			{[...now.marks.map(({ from, to }) => ({ from: seen(from), to: seen(to) })), ...(line ? [line] : [])].map(
				({ from, to }) => (
					<path
						key={`${from.x} ${from.y} ${to.x} ${to.y}`}
						className={css.mark}
						d={`M${from.x} ${from.y}L${to.x} ${to.y}`}
						strokeWidth={unit * 0.6}
					/>
				),
			)}
			{over.map(({ label, still }) => (
				<LaidOver
					key={label}
					label={label}
					points={laidOver(still.points.map(seen), measured)}
					of={now.ask.of}
					unit={unit}
				/>
			))}
			<path className={css.under} d={path(measured, now.ask.of)} strokeWidth={unit * 1.1} />
			<path className={css.arms} d={path(measured, now.ask.of)} strokeWidth={unit * 0.5} />
			{points.map((point) => (
				<PointMark
					key={point.name}
					point={point}
					unit={unit}
					width={width}
					onTake={() => {
						if (drawing) return false;
						setDragged(point.name);
						return true;
					}}
					onMove={(to) => placing.move(point.name, to)}
				/>
			))}
		</svg>
	);
}

function LaidOver({
	label,
	points,
	of,
	unit,
}: {
	label: string;
	points: readonly Point[];
	of: "angle" | "distance";
	unit: number;
}) {
	const end = points.at(-1);
	return (
		<g className={css.over}>
			<path d={path(points, of)} strokeWidth={unit * 0.5} strokeDasharray={`${unit * 1.5} ${unit}`} />
			{end && (
				<text x={end.x + unit} y={end.y} fontSize={unit * 3}>
					{label}
				</text>
			)}
		</g>
	);
}

/** One point: taken with a finger, or moved by the arrows. */
function PointMark({
	point: { name, x, y },
	unit,
	width,
	onTake,
	onMove,
}: {
	point: Still["points"][number];
	unit: number;
	width: number;
	/** Whether it may be dragged now. */
	onTake: () => boolean;
	onMove: (to: Point) => void;
}) {
	return (
		<g>
			<circle
				className={css.reach}
				cx={x}
				cy={y}
				r={unit * REACH}
				tabIndex={0}
				role="slider"
				aria-label={name}
				aria-valuenow={x}
				aria-valuemin={0}
				aria-valuemax={width}
				aria-valuetext={`${Math.round(x)} across, ${Math.round(y)} down`}
				onPointerDown={(event) => {
					if (!onTake()) return;
					event.currentTarget.focus();
					event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId);
				}}
				onKeyDown={(event) => {
					const by = arrows[event.key];
					if (!by) return;
					event.preventDefault();
					const step = event.shiftKey ? FAR : STEP;
					onMove({ x: x + by.x * step, y: y + by.y * step });
				}}
			/>
			<circle className={css.point} cx={x} cy={y} r={unit * 1.6} strokeWidth={unit * 0.5} />
			<text className={css.label} x={x + unit * 2.4} y={y - unit * 1.6} fontSize={unit * 3.2} strokeWidth={unit * 0.8}>
				{name}
			</text>
		</g>
	);
}
