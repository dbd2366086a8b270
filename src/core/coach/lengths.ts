/** Lengths as the coach reads them. Apart from the rest of what holds for a studio: a drawing needs no more. */

export const lengthUnits = ["m", "ft"] as const;
export type LengthUnit = (typeof lengthUnits)[number];

const METRES = { m: 1, ft: 0.3048 } as const;

/** Metres in the coach's unit, to a tenth. */
export const inUnit = (metres: number, unit: LengthUnit): number => Math.round((metres / METRES[unit]) * 10) / 10;
/** A number in the coach's unit as metres, to a millimetre: stored lengths are always in metres. */
export const toMetres = (length: number, unit: LengthUnit): number => Math.round(length * METRES[unit] * 1000) / 1000;
export const lengthWords = (metres: number, unit: LengthUnit): string => `${inUnit(metres, unit)} ${unit}`;
