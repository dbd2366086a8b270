import { movePeg } from "@/core/commands/follow";
import { takeBack } from "@/core/commands/undo";
import type { EventDraft } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import { ladder, withStudio, world } from "./__tests__/world";
import { keepAhead, packAhead } from "./ahead";
import { now } from "./now";
import { openLocal } from "./studio";
import { push } from "./sync";

/** What is kept ahead knows of what was done without a signal. */

withStudio();

let n = 0;
const move = (from: string, to: string): EventDraft & { id: string } => {
	const [event] = movePeg(() => `move-${n}`, foldLesson([]), null, ladder, to, {
		from,
		reason: "by hand",
		evidence: [],
	});
	n += 1;
	return { ...(event as EventDraft), id: `moved-${world.opened}-${n}`, lesson: "lesson" };
};
const back = (id: string): EventDraft & { id: string } => {
	const [event] = takeBack([id]);
	n += 1;
	return { ...(event as EventDraft), id: `void-${world.opened}-${n}`, lesson: "lesson" };
};
const pegAhead = async () => (await packAhead())?.ladders[0]?.peg;
const local = () => openLocal(world.studio.id);

test("a peg moved without a signal stands there ahead, and where it was once that is undone", async () => {
	await keepAhead();
	const on = await local();
	expect(await pegAhead()).toBe("r2");
	const up = move("r2", "r3");
	await on.append([up], now());
	expect(await pegAhead()).toBe("r3");
	const undo = back(up.id);
	await on.append([undo], now());
	expect(await pegAhead()).toBe("r2");
	await on.append([back(undo.id)], now());
	expect(await pegAhead()).toBe("r3");
});

test("a move that the server knows of, undone without a signal, stands where it was before", async () => {
	const on = await local();
	const up = move("r2", "r3");
	await on.append([{ ...up, student: null, ladder: "ladder" } as never], now());
	await keepAhead();
	await push(on).catch(() => undefined);
	await on.acknowledged((await on.counters()).dseq);
	await on.append([back(up.id)], now());
	expect(await pegAhead()).toBe("r2");
});
