import { MISSED } from "@/core/commands/marks";
import { looksAtForm, type RungSettings } from "@/core/ladder/rung";
import type { Attempt, Placing, WatchedPosition } from "@/core/log/kinds";
import type { TryView } from "@/core/log/view";
import { allParts, anyPart, clocksOf, type Rule } from "@/core/rules";
import { isRight } from "@/core/rules/scale";
import { pointsAt, targetsOf } from "@/core/rules/targets";
import type { Within } from "@/core/rules/within";
import { difference } from "@/core/text/figures";
import { type FieldLayout, fieldsFor, OTHER, type TouchField, withKeys } from "./layout";
import { type Mark, marksFor } from "./marks";

/** A number that is tapped in: a length, or a measure in the rung's unit. */
export interface Keypad {
	label: string;
	decimals: boolean;
	most: number;
	/** A second number, asked for after the first: what it is. */
	second?: string;
	/** How hard it was, of ten, is asked for after the numbers. */
	effort?: boolean;
	attempt: (value: number) => Attempt;
}

/** What a lesson offers to log a try: fields of one touch, or a keypad; and what was called before it. */
export interface Inputs extends FieldLayout {
	keypad?: Keypad;
	/** What is called, situations or targets: one is in hand, and holds until another is called, or its turn comes. */
	calls?: { all: readonly string[]; now: string };
	/** What was off in it, where no field says so: touched after the field or number, and it changes that try. */
	marks?: readonly Mark[];
}

/** Good tries of all at what was called, for its field: "2 of 3". Nothing where nothing was tried there. */
export function countsAt(tries: readonly TryView[]): Record<string, string> {
	const at: Record<string, { good: number; of: number }> = {};
	for (const { counted, good, body } of tries)
		if (counted && body.called !== undefined && body.answer === undefined) {
			const entry = at[body.called] ?? { good: 0, of: 0 };
			at[body.called] = { good: entry.good + (good ? 1 : 0), of: entry.of + 1 };
		}
	return Object.fromEntries(Object.entries(at).map(([name, { good, of }]) => [name, `${good} of ${of}`]));
}

/** What stands side by side, so many in a row. */
export const inRows = <T>(fields: readonly T[], across: number): T[][] => {
	const rows: T[][] = [];
	for (let i = 0; i < fields.length; i += across) rows.push(fields.slice(i, i + across));
	return rows;
};

/** Digits log by themselves on a keyboard: the first nine fields, in order. */
const numbered = (fields: TouchField[]): TouchField[] =>
	fields.map((field, i) => (i < 9 ? { ...field, keys: [String(i + 1)] } : field));

const field = (id: string, small: string, label: string, attempt: Partial<Attempt>, keys?: string[]): TouchField => ({
	id,
	small,
	label,
	attempt: { result: "hit", off: [], judged: false, ...attempt },
	...(keys ? { keys } : {}),
});

/** Seconds of the set's clock, where the rule has one. */
export const secondsOf = (rule: Rule): number | null => clocksOf(rule)[0] ?? null;

type Settings = Pick<
	RungSettings,
	"gate" | "scale" | "decisions" | "freeChoice" | "choiceOnly" | "callInTurn" | "caller" | "unit" | "second"
>;

/** What can be touched as off: what is watched, and the musts beside it. */
interface Seen {
	positions: readonly WatchedPosition[];
	musts: readonly WatchedPosition[];
}

/** Where points are counted, a position says what it costs. */
const withCost = (position: WatchedPosition): WatchedPosition =>
	position.deduction ? { ...position, short: `${position.short} −${position.deduction}` } : position;

/**
 * The inputs that a rung's rule can see. What the rule does not ask for is not asked
 * of the coach; the result goes along where the number says it.
 */
export function inputsFor(
	settings: Settings,
	rule: Rule,
	positions: readonly WatchedPosition[],
	called: string | null,
	{
		chain,
		musts = [],
		pair,
	}: Pick<Placing, "chain" | "musts"> & { pair?: readonly { id: string; name: string }[] | null } = {},
): Inputs {
	const costly = anyPart(rule, "addsUp");
	const seen = { positions: costly ? positions.map(withCost) : positions, musts: costly ? musts.map(withCost) : musts };
	const inputs = ownInputs(settings, rule, seen, called);
	const broke = [
		...(chain ?? []).map(({ id, name }) => field(`broke-${id}`, "broke in", name, { result: "miss", brokeAt: id })),
		...(pair ?? []).map(({ id, name }) => field(`ended-${id}`, "ended by", name, { result: "miss", endedBy: id })),
	];
	if (broke.length === 0 || inputs.keypad) return inputs;
	// Two rows are as many as a thumb finds: where there are two, what a miss broke in stands for what was off in it.
	const faults = inputs.rows.some((row) => row.some((one) => one.position));
	return { ...inputs, rows: [...(faults ? inputs.rows.slice(0, 1) : inputs.rows), broke] };
}

function ownInputs(settings: Settings, rule: Rule, seen: Seen, called: string | null): Inputs {
	const parts = allParts(rule);
	const part = <K extends Rule["kind"]>(kind: K) =>
		parts.find((one) => one.kind === kind) as Extract<Rule, { kind: K }> | undefined;
	const beside = (inputs: Inputs) => withMarks(inputs, settings.gate, seen);
	const plain = (gate: Settings["gate"]) => fieldsFor(gate, seen.positions, seen.musts);
	if (part("decision") && settings.freeChoice) return beside(freeChoices(settings));
	if (part("decision") && (settings.decisions ?? []).length > 0) return beside(decisions(settings, called));
	const [length, within, rating] = [part("length"), part("within"), part("rating")];
	if (length) return beside({ rows: [], main: [], keypad: { ...lengths(length.length), ...secondBeside(settings) } });
	if (within)
		return beside({
			rows: [],
			main: [],
			keypad: { ...measures(within, settings.unit ?? ""), ...secondBeside(settings) },
		});
	if (rating) return beside(ratings(rating.mean));
	const { scale, gate } = settings;
	const aimedAt = targetsOf(rule);
	if (aimedAt.length > 0 && (settings.callInTurn || (settings.caller && called !== null)))
		return inTurn(plain(gate), aimedAt, called);
	if (aimedAt.length > 0) return beside(targets(aimedAt, pointsAt(rule)));
	if (!scale) return withKeys(plain(gate));
	const earns = (code: string, points: number) => part("points")?.weights[code] ?? points;
	if (scale.length > 2) {
		// The best ones stand in the large row, the others above, worst first.
		const all = outcomes(scale, earns, false);
		const large = all.length > ACROSS ? ((all.length - 1) % ACROSS) + 1 : all.length;
		return beside({ rows: inRows(all.slice(0, -large), ACROSS), main: all.slice(-large) });
	}
	const { behind } = plain(gate);
	const rows = faultRows(scale, plain(gate));
	return {
		...(behind && rows.length > 0 ? { behind } : {}),
		rows,
		main: outcomes(scale, earns, rows.length > 0).map((one) => under(gate, one)),
	};
}

/** What the gate looks at, where a field says nothing of it: the form was looked at, and it was gone for. */
const under = (gate: Settings["gate"], one: TouchField): TouchField => ({
	...one,
	attempt: underGate(gate, one.attempt),
});
const underGate = (gate: Settings["gate"], attempt: Attempt): Attempt => ({
	...attempt,
	judged: looksAtForm(gate),
	...(gate === "commitment" ? { committed: true } : {}),
});

function withMarks(inputs: Inputs, gate: Settings["gate"], { positions, musts }: Seen): Inputs {
	const faults = [...positions, ...musts];
	const { rows, main, keypad } = inputs;
	const marks = [
		...marksFor(gate, faults.length > 0 ? [...faults, OTHER] : []),
		// Each answer has one field, which says that it came off: that it did not is marked after it.
		...(rows.length + main.length > 0 && [...rows.flat(), ...main].every(({ attempt }) => attempt.cameOff === true)
			? [{ id: MISSED, label: "missed", key: "0" }]
			: []),
	];
	return {
		...inputs,
		rows: rows.map((row) => row.map((one) => under(gate, one))),
		main: main.map((one) => under(gate, one)),
		...(keypad ? { keypad: { ...keypad, attempt: (value) => underGate(gate, keypad.attempt(value)) } } : {}),
		...(marks.length > 0 ? { marks } : {}),
	};
}

/** So many answers, and one for something else, have room for a field of their own for each result. */
const ROOM_FOR_BOTH = 3;
const SHIFTED = "!@#$%^&*(";

/**
 * What was chosen, and whether it came off: one touch for both where there is room. Where
 * there is none, or nobody asks whether it came off, a field an answer.
 */
function decisions({ decisions: table = [], choiceOnly = false }: Settings, called: string | null): Inputs {
	const all = table.map((row) => row.situation);
	const now = called !== null && all.includes(called) ? called : (all[0] as string);
	const answers = [...new Set(table.flatMap((row) => row.right.map((one) => one.answer))), ELSE];
	const chosen = (id: string, small: string, cameOff?: boolean): TouchField[] =>
		answers.map((answer, i) => {
			const result = isRight(table, now, answer) ? "hit" : "miss";
			const said = { called: now, answer, result, ...(cameOff === undefined ? {} : { cameOff }) };
			const last = answer === ELSE && cameOff !== false;
			const digits = [...(cameOff === false ? SHIFTED : "123456789")].slice(i, i + 1);
			return field(
				`${id}-${answer}`,
				small,
				answer === ELSE ? "another" : answer,
				said,
				last ? [...digits, "m", "PageUp"] : digits,
			);
		});
	const calls = { all, now };
	// The large place low down is where the good one is looked for, and which answer is good changes with the call.
	if (choiceOnly) return { rows: inRows(chosen("answer", ""), 3), main: [], calls };
	if (answers.length <= ROOM_FOR_BOTH + 1)
		return { rows: [chosen("missed", "missed", false), chosen("answer", "came off", true)], main: [], calls };
	return { rows: inRows(chosen("answer", "", true), 4), main: [], calls };
}
const ELSE = "something else";

/** Nothing was called: whether the choice was right, and whether it came off. */
function freeChoices({ choiceOnly = false }: Settings): Inputs {
	const chose = (id: string, small: string, label: string, said: Partial<Attempt>, keys: string[]): TouchField =>
		field(id, small, label, { result: said.chose === "right" ? "hit" : "miss", ...said }, keys);
	if (choiceOnly)
		return {
			rows: [],
			main: [
				chose("wrong", "choice", "WRONG", { chose: "wrong" }, ["m", "PageUp"]),
				chose("right", "choice", "RIGHT", { chose: "right" }, ["g", "PageDown"]),
			],
		};
	return {
		rows: [
			[
				chose("wrong-missed", "missed", "wrong choice", { chose: "wrong", cameOff: false }, ["m", "PageUp"]),
				chose("right-missed", "missed", "right choice", { chose: "right", cameOff: false }, ["2"]),
			],
		],
		main: [
			chose("wrong-came-off", "came off", "wrong choice", { chose: "wrong", cameOff: true }, ["1"]),
			chose("right-came-off", "came off", "RIGHT CHOICE", { chose: "right", cameOff: true }, ["g", "PageDown"]),
		],
	};
}

const secondBeside = ({ second }: Settings) => (second ? { second } : {});

const lengths = (wanted: number): Keypad => ({
	label: "length",
	decimals: false,
	most: 100_000,
	attempt: (value) => ({ result: value >= wanted ? "hit" : "miss", off: [], judged: false, length: value }),
});

const measures = ({ low, high, effort }: Omit<Within, "kind" | "k" | "n">, unit: string): Keypad => ({
	label: unit || "measure",
	decimals: true,
	most: 1e6,
	...(typeof effort === "number" ? { effort: true } : {}),
	attempt: (value) => ({
		result: value >= low && value <= high ? "hit" : "miss",
		off: [],
		judged: false,
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

const ACROSS = 4;

/** One target is in hand: the fields are those of a plain rung, and each try says where it went. */
function inTurn(plain: FieldLayout, all: readonly string[], called: string | null): Inputs {
	const now = called !== null && all.includes(called) ? called : (all[0] as string);
	const at = (one: TouchField): TouchField => ({ ...one, attempt: { ...one.attempt, called: now } });
	const { rows, main } = withKeys(plain);
	return { rows: rows.map((row) => row.map(at)), main: main.map(at), calls: { all, now } };
}

/** A miss has a target like a hit: rows of missed above rows of good. */
function targets(all: readonly string[], points: Readonly<Record<string, number>>): Inputs {
	const small = (called: string) => (points[called] === undefined ? "good on" : `${difference(points[called])} on`);
	const good = numbered(all.map((called) => field(`target-${called}`, small(called), called, { called })));
	const missed = all.map((called, i) =>
		field(`missed-${called}`, "missed", called, { called, result: "miss" }, [...SHIFTED].slice(i, i + 1)),
	);
	const none = field("missed", "missed", "no target", { result: "miss" }, ["m", "PageUp"]);
	const [misses, hits] = [inRows(missed, ACROSS), inRows(good, ACROSS)];
	return {
		rows: [...misses.slice(0, -1), [...(misses.at(-1) ?? []), none], ...hits],
		main: [],
	};
}

type OwnScale = NonNullable<Settings["scale"]>;

/** Rows of faults in the two outcomes of a scale. */
function faultRows(scale: OwnScale, plain: FieldLayout): TouchField[][] {
	const best = scale.find((one) => one.success) ?? scale[0];
	const worst = scale.findLast((one) => !one.success) ?? scale.at(-1);
	return withKeys(plain).rows.map((row) =>
		row.map((one) => ({
			...one,
			attempt: { ...one.attempt, result: (one.attempt.result === "hit" ? best?.code : worst?.code) ?? "miss" },
		})),
	);
}

/** One field for each outcome, the best one last and largest, with what the rule gives for it. */
function outcomes(
	scale: OwnScale,
	earns: (code: string, points: number) => number,
	digitsTaken: boolean,
): TouchField[] {
	const worstFirst = [...scale].reverse();
	return worstFirst.map(({ code, label, points }, i) => ({
		...field(`outcome-${code}`, difference(earns(code, points)), label, { result: code }),
		keys: [
			...(i === worstFirst.length - 1 ? ["g", "PageDown"] : i === 0 ? ["m", "PageUp"] : []),
			...(digitsTaken ? [] : [String(worstFirst.length - i)]),
		],
	}));
}
