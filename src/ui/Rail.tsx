import type { HoleState } from "@/core/ladder/rail";
import type { Twin } from "@/core/ladder/twin";
import css from "./rail.module.css";

/**
 * The rail: a ladder as an upright, a hole per rung, one peg where the student
 * stands. Filled: passed; ringed: held on several days; ringed twice: settled;
 * notched: slipped; half filled: passed in the easier form; crossed by a bar: skipped.
 */

export const holeWords: Record<HoleState, string> = {
	open: "not passed yet",
	passed: "passed",
	eased: "passed in the easier form",
	held: "held on several days",
	settled: "settled",
	slipped: "slipped at a check",
	skipped: "skipped",
};

function HoleMark({ x, y, r, state }: { x: number; y: number; r: number; state: HoleState }) {
	if (state === "open") return <circle className={css.open} cx={x} cy={y} r={r} />;
	if (state === "skipped") return <path className={css.skip} d={`M${x - r * 1.5} ${y}H${x + r * 1.5}`} />;
	if (state === "eased")
		return (
			<>
				<circle className={css.open} cx={x} cy={y} r={r} />
				<path className={css.filled} d={`M${x - r} ${y}A${r} ${r} 0 0 0 ${x + r} ${y}Z`} />
			</>
		);
	return (
		<>
			{(state === "held" || state === "settled") && <circle className={css.ring} cx={x} cy={y} r={r * 1.8} />}
			{state === "settled" && <circle className={css.ring} cx={x} cy={y} r={r * 2.5} />}
			<circle className={css.filled} cx={x} cy={y} r={r} />
			{state === "slipped" && (
				<path className={css.notch} d={`M${x} ${y}L${x + r * 1.2} ${y - r * 0.7}V${y + r * 0.7}Z`} />
			)}
		</>
	);
}

/** The mirror ladder's peg, on the upright's edge, by its letter. */
function OtherPeg({ x, y, r = 9, side }: { x: number; y: number; r?: number; side: "left" | "right" }) {
	return (
		<g className={css.other}>
			<circle cx={x} cy={y} r={r} />
			<text x={x} y={y + r * 0.42} style={{ fontSize: r * 1.25 }}>
				{side === "left" ? "L" : "R"}
			</text>
		</g>
	);
}

export interface RailProps {
	/** Lowest rung first. */
	holes: readonly { rung: string; name: string; state: HoleState }[];
	pegIndex: number;
	/** Pixels from rung to rung. */
	pitch: number;
	width: number;
	label: string;
	/** Where the mirror ladder's peg stands on this rail. */
	twin?: Pick<Twin, "pegIndex" | "side"> | null;
}

/** A whole rail, drawn once: beside a student, in the lesson, in print. The peg glides when it moves. */
export function Rail({ holes, pegIndex, pitch, width, label, twin }: RailProps) {
	const height = holes.length * pitch;
	const x = width / 2;
	const spread = Math.min(11, width / 4);
	const r = Math.min(5.5, pitch / 5);
	const y = (i: number) => height - (i + 0.5) * pitch;
	const peg = holes[pegIndex];
	return (
		<svg
			className={css.rail}
			width={width}
			height={height}
			viewBox={`0 0 ${width} ${height}`}
			role="img"
			aria-label={`${label}: peg on rung ${pegIndex + 1} of ${holes.length}${peg ? `, ${peg.name}` : ""}${twin ? `, the ${twin.side} side’s on rung ${twin.pegIndex + 1}` : ""}`}
		>
			<path className={css.upright} d={`M${x - spread} 0V${height}M${x + spread} 0V${height}`} />
			{holes.map((hole, i) => (
				<g key={hole.rung}>
					<path className={css.bar} d={`M${x - spread} ${y(i)}H${x + spread}`} />
					{i !== pegIndex && <HoleMark x={x} y={y(i)} r={r} state={hole.state} />}
				</g>
			))}
			{twin && <OtherPeg x={x + spread + 5} y={y(twin.pegIndex)} r={7} side={twin.side} />}
			{peg && (
				<circle
					className={css.peg}
					cx={x}
					cy={0}
					r={Math.min(11, pitch / 2.6)}
					style={{ transform: `translateY(${y(pegIndex)}px)` }}
				/>
			)}
		</svg>
	);
}

/** One rung's stretch of the rail, on the pitch of its row: so a row is a rung, however tall it grows. */
export function RailCell({
	state,
	peg,
	other,
	children,
}: {
	state: HoleState;
	peg: boolean;
	/** The other side's peg stands here. */
	other?: "left" | "right" | null | undefined;
	children?: React.ReactNode;
}) {
	const x = 60;
	const y = 20;
	return (
		<div className={css.cell}>
			<svg aria-hidden="true">
				<line className={css.upright} x1={x - 21} x2={x - 21} y1="0" y2="100%" />
				<line className={css.upright} x1={x + 21} x2={x + 21} y1="0" y2="100%" />
				<path className={css.bar} d={`M${x - 21} ${y}H${x + 21}`} />
				{peg ? <circle className={css.peg} cx={x} cy={y} r={13} /> : <HoleMark x={x} y={y} r={5.5} state={state} />}
				{other && <OtherPeg x={x + 21} y={y} side={other} />}
			</svg>
			<span className="visually-hidden">
				{[peg ? "peg here" : "", other ? `the ${other} side’s peg is on the same rung` : "", holeWords[state]]
					.filter(Boolean)
					.join(", ")}
			</span>
			{children}
		</div>
	);
}
