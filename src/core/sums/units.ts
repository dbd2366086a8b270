import { decimal } from "./decimal";
import type { Quantity, Told, Words } from "./quantity";

export type Units = "metric" | "imperial";

const FOOT = 0.3048;
const POUND = 0.45359237;
const CENTIMETRES = 100;

interface Unit {
	/** How many of the base unit one of it is. */
	base: number;
	words: string;
	/** Decimals it is told with. */
	digits: number;
	/** The same in what one knows from the road. */
	also?: { base: number; words: string };
}

const metric: Record<Quantity, Unit> = {
	length: { base: 1, words: "m", digits: 2 },
	size: { base: 1 / CENTIMETRES, words: "cm", digits: 1 },
	speed: { base: 1, words: "m/s", digits: 1, also: { base: 1 / 3.6, words: "km/h" } },
	seconds: { base: 1, words: "s", digits: 2 },
	minutes: { base: 1, words: "min", digits: 0 },
	mass: { base: 1, words: "kg", digits: 2 },
	energy: { base: 1, words: "J", digits: 1 },
	beats: { base: 1, words: "beats a minute", digits: 0 },
	percent: { base: 1, words: "%", digits: 0 },
	count: { base: 1, words: "", digits: 0 },
	number: { base: 1, words: "", digits: 2 },
	drag: { base: 1, words: "a metre", digits: 3 },
};

const imperial: Partial<Record<Quantity, Unit>> = {
	length: { base: FOOT, words: "ft", digits: 1 },
	size: { base: FOOT / 12, words: "in", digits: 1 },
	speed: { base: FOOT, words: "ft/s", digits: 1, also: { base: (5280 * FOOT) / 3600, words: "mph" } },
	mass: { base: POUND, words: "lb", digits: 2 },
	energy: { base: FOOT * POUND * 9.80665, words: "ft lb", digits: 1 },
	drag: { base: 1 / FOOT, words: "a foot", digits: 3 },
};

const unitOf = (of: Quantity, units: Units): Unit => (units === "imperial" ? imperial[of] : undefined) ?? metric[of];

/** A base number as it is typed and read in these units. */
export const inUnits = (value: number, of: Quantity, units: Units): number => value / unitOf(of, units).base;
/** A number typed in these units, in the base one. */
export const fromUnits = (typed: number, of: Quantity, units: Units): number => typed * unitOf(of, units).base;
export const unitWords = (of: Quantity, units: Units): string => unitOf(of, units).words;

/** "43 km/h": a speed as one knows it from the road; null for what is told in one unit only. */
export function tellAlso({ value, of }: Told, units: Units): string | null {
	const { also } = unitOf(of, units);
	return also ? `${numberWords(value / also.base, 0)} ${also.words}` : null;
}

const numberWords = (value: number, digits: number): string => String(decimal(value, digits));

/** "7.32 m", "12 m/s (43 km/h)": a number in these units, without noughts that say nothing. */
export function tell(told: Told, units: Units): string {
	const { digits, words } = unitOf(told.of, units);
	const number = numberWords(inUnits(told.value, told.of, units), digits);
	const also = tellAlso(told, units);
	return `${number}${words && ` ${words}`}${also ? ` (${also})` : ""}`;
}

export const tellWords = (words: Words, units: Units): string =>
	words.map((part) => (typeof part === "string" ? part : tell(part, units))).join("");
