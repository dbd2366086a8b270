import { readFileSync, writeFileSync } from "node:fs";
import { at, here, live, store, workbook } from "../__tests__/smallStudio";
import { openStore } from "../db";
import { eventsAfter, pushEvents } from "../events";
import { catchUp } from "../projection";
import { studioMark } from "../studio";
import { backUp, checkBackup } from "./backup";
import { restoreBackup } from "./takeIn";

/** Back up and bring back, and delete for good, on real database files. */

describe("back up and bring back", () => {
	test("a backup holds one moment; brought back, it is that moment in a new epoch", async () => {
		const phone = await live();
		const moment = await workbook();
		await backUp(here(), at("backup.db"));
		phone.row("ggg");
		await pushEvents(store, "phone", phone.events);
		const { epoch } = await studioMark(store);
		writeFileSync(at("copy.db"), readFileSync(at("backup.db")));
		const says = await checkBackup(at("copy.db"), () => {});
		expect(says).toMatchObject({ ok: true, value: { students: 2, ladders: 2 } });
		await restoreBackup(at("copy.db"), here());
		await catchUp(store);
		expect(await workbook()).toBe(moment);
		expect(await studioMark(store)).toMatchObject({ epoch: epoch + 1 });
		// The phone sends again what it has; nothing is lost, nothing doubled.
		const { setAside } = await pushEvents(store, "phone", phone.events);
		expect(setAside).toEqual([]);
		expect((await eventsAfter(store, 0)).events).toHaveLength(phone.events.length);
	});

	test("what is no backup, or was tampered with, is not brought back", async () => {
		writeFileSync(at("text.db"), "not a database at all, though quite long enough to look at ".repeat(40));
		expect(await checkBackup(at("text.db"), () => {})).toMatchObject({
			ok: false,
			refusals: [{ sentence: expect.stringContaining("The file is not a database") }],
		});
		await live();
		await backUp(here(), at("b.db"));
		const other = await openStore(`file:${at("b.db")}`);
		await other.client.execute(
			'update event set body = \'{"result":"hit","off":[],"judged":false}\' where kind = \'attempt\'',
		);
		other.close();
		const says = await checkBackup(at("b.db"), () => {});
		expect(says.ok ? [] : says.refusals.map((one) => one.sentence)).toContain(
			"The event's hash does not fit what it says.",
		);
	});
});
