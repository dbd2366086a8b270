import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import type { LogEvent } from "@/core/log/event";
import { hostileBatch, rawJson } from "@/store/__tests__/hostile";
import { at, check, emptyStudio, live, sentences, store, take, url, workbook } from "@/store/__tests__/smallStudio";
import { pushEvents } from "@/store/events";
import { studioMark } from "@/store/studio";
import { backUp, checkBackup } from "./backup";
import { restoreBackup } from "./takeIn";

/** Whatever was taken in can be carried out of the house and back. */

const bothWays = async () => {
	const before = await workbook();
	const { address, other } = await emptyStudio();
	const preview = await check(before, address);
	expect(sentences(preview)).toEqual([]);
	await take(preview.staging, { mode: "whole" }, address);
	expect(await workbook("studio", undefined, other)).toBe(before);
	other.close();

	// The page a backup is asked for on has given the studio its name before.
	await studioMark(store);
	await backUp(url(), at("backup.db"));
	const checked = await checkBackup(at("backup.db"), () => {});
	expect(checked).toMatchObject({ ok: true });
	await restoreBackup(at("backup.db"), url());
	expect(await workbook()).toBe(before);
	return { remarks: preview.remarks, backup: checked.ok ? checked.value.remarks : [] };
};

test("whatever a push takes, a workbook and a backup bring back word for word", async () => {
	let n = 0;
	await fc.assert(
		fc.asyncProperty(hostileBatch, async (batchOf) => {
			n += 1;
			const sent = JSON.parse(rawJson(batchOf(`phone-${n}`).events)) as unknown[];
			await pushEvents(store, `phone-${n}`, sent, { after: 0 });
			// Now and then is enough: what came before is still there.
			if (n % 12 === 0) await bothWays();
		}),
		{ numRuns: cases(48) },
	);
}, 120_000);

test("what an earlier version took in comes back too, with a remark in both files", async () => {
	const phone = await live();
	const [promise] = phone.write([{ kind: "promise", student: "student", body: { text: "Tape", due: "0026-12-03" } }]);
	const odd = phone.events.at(-1) as LogEvent;
	const columns = { ...odd, local_day: odd.localDay, set_id: odd.set, body: JSON.stringify(odd.body) } as Record<
		string,
		unknown
	>;
	delete columns.localDay;
	delete columns.set;
	await store.client.execute({
		sql: `insert into event (${Object.keys(columns).join(", ")}) values (${Object.keys(columns)
			.map(() => "?")
			.join(", ")})`,
		args: Object.values(columns) as string[],
	});
	const { remarks, backup } = await bothWays();
	expect(remarks.map((one) => one.sentence)).toEqual(["Due: enter a day from 1900 to 2199, not 0026-12-03."]);
	expect(backup).toEqual([{ path: `events ${promise}.body.due`, sentence: remarks[0]?.sentence }]);
});

test("a promise that is due in the year 26 is set aside from now on, and its neighbours are not", async () => {
	const phone = await live();
	phone.write([{ kind: "promise", student: "student", body: { text: "Tape", due: "0026-12-03" } }]);
	phone.row("g");
	expect((await pushEvents(store, "phone", phone.events)).setAside).toEqual([
		{ dseq: phone.events.length - 1, reason: "Due: enter a day from 1900 to 2199, not 0026-12-03." },
	]);
});
