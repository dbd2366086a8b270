import css from "./places.module.css";

const WIDTH = 220;
const HEIGHT = 400;

const Label = ({ x, y, children }: { x: number; y: number; children: string }) => (
	<text x={x} y={y} textAnchor="middle" stroke="none" fill="var(--ink)" fontSize="13">
		{children}
	</text>
);

/** The lesson as it stands under a thumb: rail, count, marks, advice, the fields of positions and of the good try. */
export const LessonPicture = () => (
	<svg
		className={css.lesson}
		viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
		width={WIDTH}
		height={HEIGHT}
		role="img"
		aria-label="The lesson on a phone: the rail with the peg, the count, the last tries, the advice, and the fields to touch."
		fill="none"
		stroke="var(--ink)"
		strokeWidth="1.5"
	>
		<rect x="1" y="1" width={WIDTH - 2} height={HEIGHT - 2} rx="2" />
		<path d="M1 34H219M1 186H219M1 216H219M1 262H219" />
		<Label x={110} y={22}>
			name, rung
		</Label>
		<path d="M28 50V172" />
		{[60, 90, 150].map((y) => (
			<circle key={y} cx="28" cy={y} r="5" fill={y === 150 ? "var(--ink)" : "var(--paper)"} />
		))}
		<circle cx="28" cy="120" r="8" fill="var(--peg)" stroke="none" />
		<text x="122" y="142" textAnchor="middle" stroke="none" fill="var(--ink)" fontSize="88" fontWeight="700">
			6
		</text>
		<Label x={122} y={170}>
			good, of the last 9
		</Label>
		{[0, 1, 2, 3, 4, 5, 6, 7, 8].map((i) => (
			<circle key={i} cx={24 + i * 21} cy="201" r="5" fill={i % 3 === 1 ? "none" : "var(--ink)"} />
		))}
		<Label x={110} y={244}>
			what the advice says
		</Label>
		{["elbow", "hips", "other"].map((name, i) => (
			<g key={name}>
				<rect x={8 + i * 69} y="270" width="64" height="44" rx="2" />
				<Label x={40 + i * 69} y={297}>
					{name}
				</Label>
			</g>
		))}
		<rect x="8" y="322" width="64" height="52" rx="2" />
		<Label x={40} y={353}>
			not good
		</Label>
		<rect x="77" y="322" width="133" height="52" rx="2" fill="var(--ink)" />
		<text x="143" y="354" textAnchor="middle" stroke="none" fill="var(--paper)" fontSize="18" fontWeight="700">
			GOOD
		</text>
		<Label x={110} y={391}>
			undo · cue · more
		</Label>
	</svg>
);
