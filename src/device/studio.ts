import * as z from "zod/mini";
import { Local } from "./local";

export const StudioMark = z.object({ id: z.string(), epoch: z.number(), demo: z.boolean() });
export type StudioMark = z.infer<typeof StudioMark>;

const opened = new Map<string, Promise<Local>>();

/** The store of a studio, opened once a page; one that could not be opened (a full disk) is tried again when it is asked for. */
export function openLocal(studio: string): Promise<Local> {
	let local = opened.get(studio);
	if (!local) {
		local = Local.open(studio);
		opened.set(studio, local);
		local.catch(() => opened.delete(studio));
	}
	return local;
}
