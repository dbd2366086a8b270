import { Phone } from "@/core/__tests__/phone";
import type { LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import { live, onLadder, store, student } from "./__tests__/smallStudio";
import { eventsAfter, pushEvents } from "./events";
import { foldedLesson } from "./longLessons";
import { saveStudent } from "./students";

/** A long lesson's kept view is what all of its events say, whatever comes and goes. */

const TRIES = 1600;
const marks = "ggmgggm1g";

/** What the server holds of the lesson, folded from the beginning. */
const anew = async () => foldLesson((await eventsAfter(store, 0, "long")).events);
const same = async () => {
	const now = await foldedLesson(store, "long");
	expect(now?.view).toEqual(await anew());
	return now;
};
/** Rows of events that are read while something is done. */
async function rowsRead(work: () => Promise<unknown>): Promise<number> {
	let rows = 0;
	const { execute } = store.client;
	store.client.execute = (async (...args: Parameters<typeof execute>) => {
		const answer = await execute.apply(store.client, args);
		if (answer.columns.includes("lamport")) rows += answer.rows.length;
		return answer;
	}) as typeof execute;
	await work();
	store.client.execute = execute;
	return rows;
}

async function longLesson(): Promise<Phone> {
	await saveStudent(store, student, null, "other");
	const phone = new Phone("phone", "long").begin(onLadder, "r1");
	for (let i = 0; i < TRIES / marks.length; i++) phone.row(marks);
	for (let i = 0; i < phone.events.length; i += 500) await pushEvents(store, "phone", phone.events.slice(i, i + 500));
	return phone;
}
const send = (phone: Phone, events: readonly LogEvent[]) => pushEvents(store, phone.device, events);

test("a touch in a long lesson reads itself and nothing before it; what is taken back, or comes from elsewhere, is right", async () => {
	const phone = await longLesson();
	expect(await rowsRead(same)).toBeGreaterThan(TRIES);

	let at = phone.events.length;
	phone.row("gm");
	await send(phone, phone.events.slice(at));
	expect(await rowsRead(() => foldedLesson(store, "long"))).toBe(2);
	await same();

	// Taken back: it is folded anew, and goes on from there.
	at = phone.events.length;
	phone.undo();
	await send(phone, phone.events.slice(at));
	await same();
	at = phone.events.length;
	phone.row("g");
	await send(phone, phone.events.slice(at));
	expect(await rowsRead(() => foldedLesson(store, "long"))).toBe(1);

	// Another device, whose place in the order is before all that.
	const other = new Phone("another", "long");
	other.write([{ kind: "parked", student: "student", body: { text: "Chin up" } }]);
	await send(other, other.events);
	await same();

	// Somebody's events are erased where they stand: nothing arrives, and the view is without them.
	const gone = phone.events.filter(({ kind }) => kind === "attempt").slice(100, 110);
	for (const { id } of gone)
		await store.client.execute({ sql: "update event set kind = 'erased', lesson = null where id = ?", args: [id] });
	const now = await same();
	expect(now?.view.events.some(({ id }) => id === gone[0]?.id)).toBe(false);

	// A restore is another epoch.
	await store.client.execute(
		"delete from event where lesson = 'long' and arrival > (select min(arrival) + 40 from event)",
	);
	await store.client.execute("update studio set epoch = epoch + 1");
	await same();
});

test("a short lesson is folded from its events each time, and one that is not there is none", async () => {
	await live();
	const once = await rowsRead(() => foldedLesson(store, "lesson"));
	expect(once).toBeGreaterThan(5);
	expect(await rowsRead(() => foldedLesson(store, "lesson"))).toBe(once);
	expect(await foldedLesson(store, "nowhere")).toBeNull();
});
