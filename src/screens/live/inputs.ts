import type { RungSettings } from "@/core/ladder/rung";
import { isRight } from "@/core/ladder/scale";
import type { Attempt, Placing, WatchedPosition } from "@/core/log/kinds";
import { allParts, type Rule } from "@/core/rules";
import { type Field, type FieldLayout, fieldsFor, withKeys } from "./fields";

/** A number that is tapped in: a length, or a measure in the rung's unit. */
export interface Keypad {
	label: string;
	decimals: boolean;
	most: number;
	attempt: (value: number) => Attempt;
}

/** What a lesson offers to log a try: fields of one touch, or a keypad; and what was called before it. */
export interface Inputs extends FieldLayout {
	keypad?: Keypad;
	/** Situations of a decision table: one of them is in hand, and holds until another is called. */
	calls?: { all: readonly string[]; now: string };
}

/** How high the fields stand on a small screen, in pixels: as `live.module.scss` lays them out there. */
export function smallHeight({ keypad, calls, rows, main }: Inputs): number {
	if (keypad) return 270;
	const heights = [...(calls ? [64] : []), ...rows.map(() => 64), ...(main.length > 0 ? [80] : [])];
	return heights.reduce((sum, one) => sum + one + 6, -6);
}

const inRows = (fields: Field[], across: number): Field[][] => {
	const rows: Field[][] = [];
	for (let i = 0; i < fields.length; i += across) rows.push(fields.slice(i, i + across));
	return rows;
};

/** Digits log by themselves on a keyboard: the first nine fields, in order. */
const numbered = (fields: Field[]): Field[] =>
	fields.map((field, i) => (i < 9 ? { ...field, keys: [String(i + 1)] } : field));

const field = (id: string, small: string, label: string, attempt: Partial<Attempt>, keys?: string[]): Field => ({
	id,
	small,
	label,
	attempt: { result: "hit", off: [], judged: false, ...attempt },
	...(keys ? { keys } : {}),
});

/** Seconds of the set's clock, where the rule has one. */
export const secondsOf = (rule: Rule): number | null =>
	allParts(rule).flatMap((one) => (one.kind === "count" ? [one.seconds] : []))[0] ?? null;

type Settings = Pick<RungSettings, "gate" | "scale" | "decisions" | "unit">;

/**
 * The inputs that a rung's rule can see. What the rule does not ask for is not asked
 * of the coach; the result goes along where the number says it.
 */
export function inputsFor(
	settings: Settings,
	rule: Rule,
	positions: readonly WatchedPosition[],
	called: string | null,
	chain: Placing["chain"] = undefined,
): Inputs {
	const inputs = ownInputs(settings, rule, positions, called);
	if (!chain || chain.length === 0 || inputs.keypad) return inputs;
	const broke = chain.map(({ id, name }) => field(`broke-${id}`, "broke in", name, { result: "miss", brokeAt: id }));
	// Two rows are as many as a thumb finds: where there are two, what a miss broke in stands for what was off in it.
	return { ...inputs, rows: [...inputs.rows.slice(0, 1), broke] };
}

function ownInputs(
	settings: Settings,
	rule: Rule,
	positions: readonly WatchedPosition[],
	called: string | null,
): Inputs {
	const parts = allParts(rule);
	const part = <K extends Rule["kind"]>(kind: K) =>
		parts.find((one) => one.kind === kind) as Extract<Rule, { kind: K }> | undefined;
	if (part("decision") && (settings.decisions ?? []).length > 0) return decisions(settings, called);
	const [length, within, rating] = [part("length"), part("within"), part("rating")];
	if (length) return { rows: [], main: [], keypad: lengths(length.length) };
	if (within) return { rows: [], main: [], keypad: measures(within, settings.unit ?? "") };
	if (rating) return ratings(rating.mean);
	if (part("spread")) return targets([...new Set(parts.flatMap((one) => (one.kind === "spread" ? one.targets : [])))]);
	if (settings.scale) return outcomes(settings.scale, settings.gate, positions);
	return withKeys(fieldsFor(settings.gate, positions));
}

function decisions({ decisions: table = [] }: Settings, called: string | null): Inputs {
	const all = table.map((row) => row.situation);
	const now = called !== null && all.includes(called) ? called : (all[0] as string);
	const answers = [...new Set(table.flatMap((row) => row.right.map((one) => one.answer)))];
	const fields = answers.map((answer) =>
		field(`answer-${answer}`, "", answer, {
			called: now,
			answer,
			result: isRight(table, now, answer) ? "hit" : "miss",
		}),
	);
	const another = field(
		"answer-another",
		"",
		"something else",
		{ called: now, answer: "something else", result: "miss" },
		["m", "PageUp"],
	);
	return { rows: inRows(numbered(fields), 3), main: [another], calls: { all, now } };
}

const lengths = (wanted: number): Keypad => ({
	label: "length",
	decimals: false,
	most: 100_000,
	attempt: (value) => ({ result: value >= wanted ? "hit" : "miss", off: [], judged: false, length: value }),
});

const measures = ({ low, high }: { low: number; high: number }, unit: string): Keypad => ({
	label: unit || "measure",
	decimals: true,
	most: 1e6,
	attempt: (value) => ({
		...{ result: value >= low && value <= high ? "hit" : "miss", off: [], judged: false },
		measure: { value, unit: unit || "units" },
	}),
});

function ratings(mean: number): Inputs {
	const fields = Array.from({ length: 11 }, (_, n) =>
		field(
			`rating-${n}`,
			"",
			String(n),
			{ rating: n, result: n >= mean ? "hit" : "miss" },
			n < 10 ? [String(n)] : ["+"],
		),
	);
	return { rows: inRows(fields, 4), main: [] };
}

function targets(all: readonly string[]): Inputs {
	const fields = all.map((called) => field(`target-${called}`, "good on", called, { called }));
	return {
		rows: inRows(numbered(fields), 4),
		main: [field("missed", "", "MISSED", { result: "miss" }, ["m", "PageUp"])],
	};
}

/** One field for each outcome, the best one largest; faults where the gate looks at form. */
function outcomes(
	scale: NonNullable<Settings["scale"]>,
	gate: Settings["gate"],
	positions: readonly WatchedPosition[],
): Inputs {
	const best = scale.find((one) => one.success) ?? scale[0];
	const worst = scale.findLast((one) => !one.success) ?? scale.at(-1);
	const plain = withKeys(fieldsFor(gate, positions));
	const rows = plain.rows.map((row) =>
		row.map((one) => ({
			...one,
			attempt: { ...one.attempt, result: (one.attempt.result === "hit" ? best?.code : worst?.code) ?? "miss" },
		})),
	);
	const judged = plain.main.at(-1)?.attempt.judged ?? false;
	const worstFirst = [...scale].reverse();
	return {
		rows,
		main: worstFirst.map(({ code, label, points }, i) => ({
			...field(`outcome-${code}`, points > 0 ? `+${points}` : String(points).replace("-", "−"), label, {
				result: code,
				judged,
			}),
			keys: [
				...(i === worstFirst.length - 1 ? ["g", "PageDown"] : i === 0 ? ["m", "PageUp"] : []),
				...(rows.length === 0 ? [String(worstFirst.length - i)] : []),
			],
		})),
	};
}
