import type * as z from "zod/mini";
import { practiceBodies } from "@/core/practice/kinds";
import type { Outcome } from "@/core/refusals/refusals";
import type { LogEvent } from "./event";
import { bodies } from "./kinds";
import { parseAmong } from "./parseEvent";

/** Every kind there is: what the record holds, whoever wrote it. */
const allBodies = { ...bodies, ...practiceBodies };

/** An event of whatever kind, or why it cannot be read. Never throws. */
export const parseAnyEvent = (input: unknown): Outcome<LogEvent> =>
	parseAmong(allBodies as Readonly<Record<string, z.ZodMiniType<unknown>>>, input);
