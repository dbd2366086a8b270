/** Small drawings of what a tool answers, in the program's own lines: ink, paper, one brown peg. */

const Frame = ({ children }: { children: React.ReactNode }) => (
	<svg viewBox="0 0 72 48" width="72" height="48" aria-hidden="true" fill="none" stroke="var(--ink)" strokeWidth="1.5">
		{children}
	</svg>
);

const Disc = ({ x, y, on = true }: { x: number; y: number; on?: boolean }) => (
	<circle cx={x} cy={y} r="3.5" fill={on ? "var(--ink)" : "var(--paper)"} />
);
const Peg = ({ x, y }: { x: number; y: number }) => <circle cx={x} cy={y} r="5" fill="var(--peg)" stroke="none" />;
const lines = (of: readonly number[]) => of.map((y) => <path key={y} d={`M6 ${y}H66`} strokeWidth="0.75" />);

export const drawings = {
	board: (
		<Frame>
			{[6, 28, 50].flatMap((x) => [5, 26].map((y) => <rect key={`${x} ${y}`} x={x} y={y} width="17" height="16" />))}
			<Peg x={36} y={34} />
		</Frame>
	),
	rounds: (
		<Frame>
			<circle cx="36" cy="24" r="18" />
			<path d="M36 24V10M36 24L47 30" strokeWidth="2.5" />
		</Frame>
	),
	stations: (
		<Frame>
			{lines([6, 18, 30, 42])}
			{[6, 26, 46, 66].map((x) => (
				<path key={x} d={`M${x} 6V42`} strokeWidth="0.75" />
			))}
			<Disc x={16} y={12} />
			<Disc x={36} y={24} />
			<Disc x={56} y={36} />
		</Frame>
	),
	lesson: (
		<Frame>
			{[12, 36, 60].map((x) => (
				<g key={x}>
					<path d={`M${x} 6V42`} />
					<Disc x={x} y={36} />
					<Disc x={x} y={12} on={false} />
				</g>
			))}
			<Peg x={12} y={24} />
			<Peg x={36} y={30} />
			<Peg x={60} y={18} />
		</Frame>
	),
	sums: (
		<Frame>
			<path d="M8 40Q36 -20 64 40" strokeDasharray="3 3" />
			<path d="M8 42H64" />
			<Peg x={36} y={10} />
		</Frame>
	),
	position: (
		<Frame>
			<circle cx="36" cy="9" r="4" />
			<path d="M36 13V28M36 18L22 12M36 18L50 12M36 28L28 43M36 28L44 43" />
			<path d="M50 12A16 16 0 0 1 52 22" stroke="var(--peg)" strokeWidth="2" />
		</Frame>
	),
	rule: (
		<Frame>
			<path d="M8 42H66M8 6V42" />
			<path d="M8 41C34 40 36 10 64 8" strokeWidth="2.5" />
			<path d="M45 42V18" stroke="var(--peg)" strokeWidth="2" />
		</Frame>
	),
	luck: (
		<Frame>
			{[0, 1, 2, 3, 4].map((i) => (
				<Disc key={i} x={12 + i * 12} y={24} on={i !== 1} />
			))}
			<path d="M6 34H66M6 14H66" strokeWidth="0.75" />
		</Frame>
	),
	scales: (
		<Frame>
			{[12, 28, 44, 60].map((x, i) => (
				<rect key={x} x={x - 5} y={34 - i * 9} width="10" height={8 + i * 9} fill={i === 2 ? "var(--peg)" : "none"} />
			))}
		</Frame>
	),
	load: (
		<Frame>
			<path d="M6 42H66" />
			{[12, 22, 32, 42, 52, 62].map((x, i) => (
				<path key={x} d={`M${x} 42V${[28, 20, 32, 12, 24, 30][i]}`} strokeWidth="5" />
			))}
			<path d="M6 10H66" stroke="var(--peg)" strokeDasharray="4 3" />
		</Frame>
	),
	care: (
		<Frame>
			{[10, 22, 34].map((y) => (
				<g key={y}>
					<rect x="12" y={y} width="8" height="8" />
					<path d={`M26 ${y + 4}H60`} />
				</g>
			))}
			<path d="M13 14L16 17L21 9" stroke="var(--peg)" strokeWidth="2.5" />
		</Frame>
	),
	studio: (
		<Frame>
			{[12, 24, 36, 48, 60].map((x, i) => (
				<g key={x}>
					<path d={`M${x} 6V42`} strokeWidth="0.75" />
					<Disc x={x} y={[30, 18, 36, 24, 12][i] ?? 24} />
				</g>
			))}
		</Frame>
	),
} as const;
