/** What a number is of. Stored and worked in metres, metres a second, seconds, kilograms, joules. */
export type Quantity =
	| "length"
	| "size"
	| "speed"
	| "seconds"
	| "minutes"
	| "mass"
	| "energy"
	| "beats"
	| "percent"
	| "count"
	| "number"
	| "drag";

/** A number with what it is of; told in the units of whoever reads it. */
export interface Told {
	value: number;
	of: Quantity;
}
/** Words with numbers between them. */
export type Words = readonly (string | Told)[];
