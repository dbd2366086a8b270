import * as z from "zod/mini";
import { Local } from "./local";

export const StudioMark = z.object({ id: z.string(), epoch: z.number(), demo: z.boolean() });
export type StudioMark = z.infer<typeof StudioMark>;

/** What is said where an act could not even be kept here. */
export const NOT_KEPT =
	"This device is full, or does not let pages save. Nothing was saved. Free some space and press again.";

/** This device has no room, or lets no page keep anything: the server has nothing to do with it. */
export class NotKept extends Error {
	constructor(cause: unknown) {
		super(NOT_KEPT, { cause });
	}
}

/** What to say where an act failed: that this device keeps nothing, or else what holds where the server gave no answer. */
export const whyFailed = (error: unknown, noAnswer: string): string =>
	error instanceof NotKept ? error.message : noAnswer;

const opened = new Map<string, Promise<Local>>();

/** The store of a studio, opened once a page; one that could not be opened (a full disk) is tried again when it is asked for. */
export function openLocal(studio: string): Promise<Local> {
	let local = opened.get(studio);
	if (!local) {
		local = Local.open(studio).catch((error) => {
			throw new NotKept(error);
		});
		opened.set(studio, local);
		local.catch(() => opened.delete(studio));
	}
	return local;
}
