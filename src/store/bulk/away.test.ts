import { readFileSync, writeFileSync } from "node:fs";
import { Phone } from "@/core/__tests__/phone";
import { at, check, here, live, onLadder, sentences, store, take, workbook } from "../__tests__/smallStudio";
import { openStore } from "../db";
import { eraseStudent, whatErasingTakes } from "../erase";
import { eventsAfter, listQuarantine, pushEvents } from "../events";
import { findLadder } from "../ladders";
import { lessonsOf } from "../lessons";
import { catchUp } from "../projection";
import { openParked } from "../said";
import { findStudent } from "../students";
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
		expect(await checkBackup(at("text.db"), () => {})).toMatchObject({ ok: false });
		await live();
		await backUp(here(), at("b.db"));
		const other = await openStore(`file:${at("b.db")}`);
		await other.client.execute(
			'update event set body = \'{"result":"hit","off":[],"judged":false}\' where kind = \'attempt\'',
		);
		other.close();
		const says = await checkBackup(at("b.db"), () => {});
		expect(says.ok ? [] : says.refusals.map((one) => one.sentence)).toContain(
			"The event's seal does not fit what it says.",
		);
	});
});

describe("deleting a student", () => {
	test("everything of theirs goes, nobody else's; what is sent again stays erased; their workbook brings them back", async () => {
		const phone = await live();
		const zoes = new Phone("other", "zoes-lesson").begin({ ...onLadder, id: "zoes", student: "zoe" }, "r1").row("gg");
		await pushEvents(store, "other", zoes.events);
		await catchUp(store);
		const kept = await workbook("student", "student");
		const count = phone.events.length;
		expect(await whatErasingTakes(store, "student")).toEqual({ ladders: 1, lessons: 1, events: count, aside: 0 });
		await eraseStudent(store, "student");
		await catchUp(store);
		expect(await findStudent(store, "student")).toBeNull();
		expect(await findLadder(store, "ladder")).toBeNull();
		expect((await eventsAfter(store, 0)).events).toEqual(zoes.events);
		const whole = await workbook();
		expect(whole).not.toContain("Ida");
		expect(whole).not.toContain("Chin up");
		expect(JSON.parse(whole)).toMatchObject({ gone: [{ id: "student" }] });
		expect((await lessonsOf(store, "zoe", 5)).length).toBe(1);
		expect(await openParked(store)).toEqual([]);

		expect(await pushEvents(store, "phone", phone.events)).toEqual({ upTo: count, setAside: [] });
		expect((await eventsAfter(store, 0)).events).toEqual(zoes.events);
		phone.row("g");
		await pushEvents(store, "phone", phone.events);
		expect((await listQuarantine(store)).map((one) => one.reason)).toEqual([
			"Its student is not here, or was deleted.",
		]);

		const preview = await check(kept);
		expect([sentences(preview), preview.back]).toEqual([[], 1]);
		await take(preview.staging);
		await catchUp(store);
		expect((await findStudent(store, "student"))?.student.name).toBe("Ida");
		expect((await lessonsOf(store, "student", 5))[0]?.attempts).toBe(7);
		expect(await openParked(store)).toMatchObject([{ text: "Chin up" }]);
	});
});
