import * as z from "zod/mini";
import { Local } from "./local";

export const StudioMark = z.object({ id: z.string(), epoch: z.number(), demo: z.boolean() });
export type StudioMark = z.infer<typeof StudioMark>;

const LAST = "peg-ladder studio";

/** The studio this device last spoke to: enough to open its store without a signal. */
export const lastStudio = (): string | null => window.localStorage.getItem(LAST);

export const rememberStudio = (id: string): void => window.localStorage.setItem(LAST, id);

const opened = new Map<string, Promise<Local>>();

/** The store of a studio, opened once a page. */
export function openLocal(studio: string): Promise<Local> {
	let local = opened.get(studio);
	if (!local) {
		local = Local.open(studio);
		opened.set(studio, local);
	}
	return local;
}
