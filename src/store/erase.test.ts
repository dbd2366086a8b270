import { Phone } from "@/core/__tests__/phone";
import { give } from "@/core/commands/give";
import { foldLesson } from "@/core/log/fold";
import { check, live, onLadder, sentences, store, take, workbook } from "@/store/__tests__/smallStudio";
import { eraseStudent, whatErasingTakes } from "@/store/erase";
import { eventsAfter, pushEvents } from "@/store/events";
import { findLadder } from "@/store/ladders";
import { lessonsOf } from "@/store/lessons";
import { catchUp } from "@/store/projection";
import { openParked } from "@/store/said";
import { listQuarantine } from "@/store/setAside";
import { findStudent } from "@/store/students";

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
		expect((await listQuarantine(store)).map((one) => one.reason)).toEqual(["Its student is missing or was deleted."]);

		const preview = await check(kept);
		expect([sentences(preview), preview.back]).toEqual([[], 1]);
		await take(preview.staging);
		await catchUp(store);
		expect((await findStudent(store, "student"))?.student.name).toBe("Ida");
		expect((await lessonsOf(store, "student", 5))[0]?.attempts).toBe(7);
		expect(await openParked(store)).toMatchObject([{ text: "Chin up" }]);
	});

	test.each([
		["who gave tries away, the other keeps them", "student", { zoe: 2 }],
		["who was given tries, they go too, and come back to nobody", "zoe", { student: 5 }],
	] as const)("%s", async (_, whose, left) => {
		const phone = await live();
		const tries = phone.view().visits.flatMap((visit) => visit.tries);
		const zoes = { ...onLadder, id: "zoes", student: "zoe" };
		phone.write(
			give(
				phone.newId,
				phone.view(),
				tries.slice(0, 2).map(({ id }) => id),
				zoes,
			),
		);
		await pushEvents(store, "phone", phone.events);
		await catchUp(store);
		expect((await lessonsOf(store, "zoe", 5))[0]).toBeDefined();
		await eraseStudent(store, whose);
		await catchUp(store);
		const { events } = await eventsAfter(store, 0);
		const view = foldLesson(events.filter(({ lesson }) => lesson === "lesson"));
		const now = Object.fromEntries(
			["student", "zoe"].map((one) => [
				one,
				view.visits.filter((visit) => visit.student === one).flatMap((visit) => visit.tries).length,
			]),
		);
		expect(now).toEqual({ student: 0, zoe: 0, ...left });
	});
});
