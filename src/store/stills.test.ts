import type { Still } from "@/core/position/still";
import { check, emptyStudio, live, store, take, workbook } from "@/store/__tests__/smallStudio";
import { eraseStudent } from "./erase";
import { findPicture, keepPicture } from "./pictures";
import { catchUp } from "./projection";
import { addStill, archiveStill, listStills, noteConsent, stillsIn } from "./stills";
import { findStudent } from "./students";

const still = (picture: string, change: Partial<Still> = {}): Still => ({
	student: "student",
	lesson: "lesson",
	ladder: "ladder",
	rung: null,
	position: "p1",
	name: "First",
	side: "left",
	day: "2026-11-27",
	picture,
	width: 640,
	height: 800,
	points: [
		{ name: "hip", x: 1, y: 2 },
		{ name: "knee", x: 3, y: 90 },
		{ name: "ankle", x: 4, y: 180 },
	],
	measures: [{ kind: "angle", at: ["hip", "knee", "ankle"], range: { low: 100, high: 170 } }],
	marks: [],
	words: "",
	...change,
});

const aPicture = (n: number) => keepPicture(store, Uint8Array.from([n, 2, 3]), "image/webp");

describe("stills of held positions", () => {
	test("nothing is kept without consent, which is noted once; what is sent twice is kept once; put away and brought back", async () => {
		await live();
		const picture = await aPicture(1);
		expect(await addStill(store, "one", still(picture))).toMatchObject({ ok: false, refusals: [{ path: "consent" }] });
		await noteConsent(store, "student", "2026-11-27");
		await noteConsent(store, "student", "2026-12-01");
		expect((await findStudent(store, "student"))?.student.filmed).toBe("2026-11-27");
		for (let n = 0; n < 2; n++) expect((await addStill(store, "one", still(picture))).ok).toBe(true);
		expect(await addStill(store, "two", still("f".repeat(64)))).toMatchObject({
			ok: false,
			refusals: [{ path: "picture" }],
		});
		expect(await addStill(store, "two", still(picture, { student: "nobody" }))).toMatchObject({ ok: false });
		expect((await listStills(store, "student")).map(({ id }) => id)).toEqual(["one"]);
		expect((await stillsIn(store, "lesson")).map(({ id }) => id)).toEqual(["one"]);
		await archiveStill(store, "one", true);
		expect(await listStills(store, "student")).toEqual([]);
		await archiveStill(store, "one", false);
		expect(await listStills(store, "student")).toHaveLength(1);
	});

	test("they go out with the student, picture and all, and come in again; deleted, nothing of them is left", async () => {
		await live();
		await noteConsent(store, "student", "2026-11-27");
		const picture = await aPicture(7);
		await addStill(store, "one", still(picture));
		await catchUp(store);
		const text = await workbook("student", "student");
		expect(JSON.parse(text)).toMatchObject({ stills: [{ id: "one" }], pictures: [{ hash: picture }] });
		const { address, other } = await emptyStudio();
		const preview = await check(text, address);
		expect(preview.refusals).toEqual([]);
		await take(preview.staging, { mode: "merge" }, address);
		expect(await listStills(other, "student")).toEqual(await listStills(store, "student"));
		expect([...((await findPicture(other, picture))?.bytes ?? [])]).toEqual([7, 2, 3]);
		other.close();
		const without = JSON.parse(text);
		without.pictures = [];
		const gone = await check(JSON.stringify(without), (await emptyStudio()).address);
		expect(gone.refusals[0]?.sentence).toContain("the picture");

		await eraseStudent(store, "student");
		expect(await findPicture(store, picture)).toBeNull();
		expect(await workbook()).not.toContain(picture);
	});
});
