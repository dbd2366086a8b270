import * as z from "zod/mini";
import { Difficulties, usualDifficulties } from "@/core/build/difficulty";

export const lengthUnits = ["m", "ft"] as const;
export type LengthUnit = (typeof lengthUnits)[number];

/** What holds for the whole studio: the coach's own difficulties and the unit distances are told in. */
export const Coach = z.object({ difficulties: Difficulties, unit: z.enum(lengthUnits) });
export type Coach = z.infer<typeof Coach>;

export const freshCoach: Coach = { difficulties: [...usualDifficulties], unit: "m" };

const METRES = { m: 1, ft: 0.3048 } as const;

/** Metres in the coach's unit, to a tenth. */
export const inUnit = (metres: number, unit: LengthUnit): number => Math.round((metres / METRES[unit]) * 10) / 10;
/** A number in the coach's unit as metres, to a millimetre: stored lengths are always in metres. */
export const toMetres = (length: number, unit: LengthUnit): number => Math.round(length * METRES[unit] * 1000) / 1000;
export const lengthWords = (metres: number, unit: LengthUnit): string => `${inUnit(metres, unit)} ${unit}`;
