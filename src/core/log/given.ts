import { scales } from "@/core/rules/scale";
import type { EventOf, LogEvent } from "./event";
import { type Attempt, lookedFor, type Placing } from "./kinds";

/** "It was somebody else's": events of one student that were given to another, in the same lesson. */

type Given = EventOf<"given">;
type Off = Attempt["off"][number];

/** What can be given: what one student did, or what was said of it. */
const gifts: ReadonlySet<LogEvent["kind"]> = new Set(["attempt", "insert", "tally", "feedback", "state", "seen"]);
export const canBeGiven = (kind: LogEvent["kind"]): boolean => gifts.has(kind);

/** By the id of what was given, the latest giving that stands; only what was there before can be given. */
export function givenIn(
	ordered: readonly LogEvent[],
	byId: ReadonlyMap<string, number>,
	dead: ReadonlySet<string>,
): Map<string, Given> {
	const given = new Map<string, Given>();
	ordered.forEach((event, at) => {
		if (event.kind !== "given" || dead.has(event.id)) return;
		for (const id of event.body.events) {
			const target = byId.get(id);
			if (target !== undefined && target < at && canBeGiven((ordered[target] as LogEvent).kind)) given.set(id, event);
		}
	});
	return given;
}

/** What each set was opened on, as it was assigned afterwards. */
export function placingsOf(ordered: readonly LogEvent[]): Map<string, Placing> {
	const placings = new Map<string, Placing>();
	for (const event of ordered) {
		if (event.kind === "set.opened") placings.set(event.id, event.body.placing);
		if (event.kind === "set.assigned") placings.set(event.body.set, event.body.placing);
	}
	return placings;
}

/** "other" has room for a name of this length. */
const MOST_LETTERS = 20;

/** A position that is not looked for on the other rung is something else there, with its name. */
function offOn(off: Off, from: Placing, to: Placing): Off {
	if (off.position === "other" || lookedFor(to).some(({ id }) => id === off.position)) return off;
	const name = off.name ?? lookedFor(from).find(({ id }) => id === off.position)?.name ?? off.position;
	return { ...off, position: "other", name: name.slice(0, MOST_LETTERS).trim() };
}

const usual = scales["hit or miss"];

/** An outcome the other rung does not have is its best, or its worst. */
function resultOn(result: string, from: Placing, to: Placing): string {
	const [here, there] = [from.settings.scale ?? usual, to.settings.scale ?? usual];
	if (there.some(({ code }) => code === result)) return result;
	const isGood = here.find(({ code }) => code === result)?.success ?? false;
	return (isGood ? there.find(({ success }) => success) : there.findLast(({ success }) => !success))?.code ?? result;
}

/** A try as it reads on another rung: what came of it stays, what was off is said in that rung's words. */
export const attemptOn = (body: Attempt, from: Placing, to: Placing): Attempt => ({
	...body,
	result: resultOn(body.result, from, to),
	off: body.off.map((off) => offOn(off, from, to)),
});
