import { Phone } from "@/core/__tests__/phone";
import { takeBack } from "@/core/commands/undo";
import { hashEvent } from "@/core/log/parseEvent";
import { live, onLadder, store } from "./__tests__/smallStudio";
import { eventsAfter, pushEvents } from "./events";
import { railedLadders } from "./ladders";
import { doubtfulLessons, studentDigests } from "./lessons";
import { makePack } from "./pack";
import { bringUp, catchUp, catchUpAfterwards, catchUpIfRoom } from "./projection";
import { openParked, openPromises, searchSaid } from "./said";
import { findSkill } from "./skills";
import { clearProjections } from "./studio";

describe("projections", () => {
	const dump = async () => {
		const tables = ["lesson_digest", "lesson_work", "ladder_digest", "student_digest", "said", "link"];
		const rows: unknown[] = [];
		for (const table of tables) {
			const { rows: found } = await store.client
				.execute(`select * from ${table} order by 1, 2, 3`)
				.catch(() => store.client.execute(`select * from ${table} order by 1, 2`));
			rows.push(found.map(({ up_to: _, ...row }) => ({ table, ...row })));
		}
		return rows;
	};

	test("thrown away and made again, they are the same: whatever the order of arrival", async () => {
		const phones = ["a", "b", "c"].map((device, i) =>
			new Phone(device, `lesson-${i % 2}`).begin(
				{ ...onLadder, ...(i === 2 ? { id: "zoes", student: "zoe" } : {}) },
				"r1",
			),
		);
		/** What a phone writes in a round besides its tries. */
		const besides: Record<number, (phone: Phone) => unknown> = {
			2: (phone) => phone.write([{ kind: "parked", student: "student", body: { text: `Parked by ${phone.device}` } }]),
			3: (phone) => phone.write([{ kind: "promise", student: "student", body: { text: "P", due: "2026-04-01" } }]),
			4: (phone) => phone.undo(),
			5: (phone) => phone.write(takeBack([phone.events[2]?.id ?? ""])),
		};
		for (const [round, marks] of ["gg", "m1", "gcg", "nt", "ggg", "1"].entries())
			for (const phone of phones) {
				phone.row(marks);
				besides[round]?.(phone);
				await pushEvents(store, phone.device, phone.events);
				await catchUp(store);
			}
		const [promise] = await openPromises(store);
		const closing = new Phone("d");
		closing.write([{ kind: "promise.kept", student: "student", body: { promise: promise?.id ?? "" } }]);
		await pushEvents(store, "d", closing.events);
		await catchUp(store);
		const grown = await dump();
		await store.client.execute("delete from projection");
		for (const table of ["lesson_digest", "lesson_work", "ladder_digest", "student_digest", "said", "link"])
			await store.client.execute(`delete from ${table}`);
		await catchUp(store);
		expect(await dump()).toEqual(grown);
		expect(await openPromises(store)).toHaveLength(2);
		expect((await openParked(store)).map((one) => one.text)).toHaveLength(3);
	});

	/** A lesson on a phone whose clock says another day; what it wrote is hashed by that day. */
	const lessonOn = async (device: string, localDay: string, next: string | null = null) => {
		const phone = new Phone(device, `lesson-${device}`).begin(onLadder, "r1").row("ggg");
		phone.write([{ kind: "lesson.closed", student: "student", body: { remark: "", note: "", next } }]);
		const events = phone.events.map((event) => hashEvent({ ...event, localDay }));
		await pushEvents(store, device, events);
	};
	const student = async () => (await studentDigests(store)).get("student");
	const rail = async () => (await railedLadders(store, { ids: ["ladder"] }))[0];

	test.each(["2099-01-01", "1970-01-01"])(
		"one lesson with the phone in %s: kept and shown, and it decides nothing until the coach says which day it was",
		async (strange) => {
			const today = "2026-03-10";
			await lessonOn("a", "2026-03-01");
			await lessonOn("b", strange);
			await lessonOn("c", "2026-03-09", "2026-03-16");
			await catchUp(store, undefined, today);
			expect(await student()).toMatchObject({ lessons: 3, last: "2026-03-09", next: "2026-03-16" });
			expect((await rail())?.last?.day).toBe("2026-03-09");
			expect((await rail())?.rail.holes[0]).toMatchObject({ tries: 9, metDays: ["2026-03-01", "2026-03-09"] });
			expect((await doubtfulLessons(store, today, 9)).map(({ lesson }) => lesson)).toEqual(["lesson-b"]);
			const events = (await eventsAfter(store, 0, "lesson-b")).events;
			expect(events.length).toBeGreaterThan(4);

			const coach = new Phone("coach", "lesson-b");
			coach.write([{ kind: "lesson.dated", body: { day: "2026-03-08" } }]);
			await pushEvents(store, "coach", coach.events);
			await catchUp(store, undefined, today);
			expect(await doubtfulLessons(store, today, 9)).toEqual([]);
			expect((await rail())?.rail.holes[0]?.metDays).toEqual(["2026-03-01", "2026-03-08", "2026-03-09"]);
		},
	);

	test("a day a week ahead is believed once it has come, and what is stored is what would be made anew", async () => {
		await lessonOn("a", "2026-03-01");
		await lessonOn("b", "2026-03-10");
		await catchUp(store, undefined, "2026-03-02");
		expect((await rail())?.last?.day).toBe("2026-03-01");
		await catchUp(store, undefined, "2026-03-10");
		expect((await rail())?.last?.day).toBe("2026-03-10");
		const grown = await dump();
		for (const table of ["projection", "lesson_digest", "lesson_work", "ladder_digest", "student_digest"])
			await store.client.execute(`delete from ${table}`);
		await catchUp(store, undefined, "2026-03-10");
		expect(await dump()).toEqual(grown);
		// And back, where the server's clock was set back.
		await catchUp(store, undefined, "2026-03-02");
		expect((await rail())?.last?.day).toBe("2026-03-01");
	});

	test("an act that closes something, taken back, opens it again", async () => {
		await live();
		const [promise] = await openPromises(store);
		expect(promise).toMatchObject({ text: "Bring the long tape", due: "2026-03-10" });
		const other = new Phone("other");
		other.write([{ kind: "promise.kept", student: "student", body: { promise: promise?.id ?? "" } }]);
		await pushEvents(store, "other", other.events);
		await catchUp(store);
		expect(await openPromises(store)).toEqual([]);
		other.write(takeBack([other.events[0]?.id ?? ""]));
		await pushEvents(store, "other", other.events);
		await catchUp(store);
		expect(await openPromises(store)).toEqual([promise]);
	});

	test("everything said is found, whatever its case and accents; the wild cards of the search are words", async () => {
		await live();
		expect((await searchSaid(store, ["surely", "better"], 5)).map((one) => one.kind)).toEqual(["remark"]);
		expect((await searchSaid(store, ["chin"], 5)).map((one) => one.text)).toEqual(["Chin up"]);
		expect(await searchSaid(store, ["%"], 5)).toEqual([]);
		expect(await searchSaid(store, ["_"], 5)).toEqual([]);
	});

	test("a rail read from them is the rail", async () => {
		const phone = new Phone().begin(onLadder, "r1").row("ggg").follow(onLadder);
		await pushEvents(store, "phone", phone.events);
		await catchUp(store);
		const [row] = await railedLadders(store, { ids: ["ladder"] });
		expect([row?.rail.peg, row?.rail.holes[0]?.state, row?.last?.rung]).toEqual(["r2", "passed", "With help"]);
		expect(await findSkill(store, "skill")).not.toBeNull();
	});
});

test("while nothing can be written what is there is shown as it stands; another failure is no such thing", async () => {
	const phone = await live();
	await catchUp(store);
	phone.row("ggg");
	await pushEvents(store, "phone", phone.events);
	const failing = (message: string, code: string) => ({
		...store,
		write: () => Promise.reject(Object.assign(new Error(message), { code })),
	});
	const said = jest.spyOn(console, "error").mockImplementation(() => undefined);
	await catchUpIfRoom(failing("database or disk is full", "SQLITE_FULL"));
	await catchUpIfRoom(failing("attempt to write a readonly database", "SQLITE_READONLY"));
	expect(said).toHaveBeenCalledTimes(2);
	await expect(catchUpIfRoom(failing("no such table", "SQLITE_ERROR"))).rejects.toThrow("no such table");
	// What was done before it holds, also where another keeps the database; a page that is only asked for waits its turn.
	await catchUpAfterwards(failing("database is locked", "SQLITE_BUSY"));
	await catchUpAfterwards(failing("database or disk is full", "SQLITE_FULL"));
	await expect(catchUpAfterwards(failing("no such table", "SQLITE_ERROR"))).rejects.toThrow("no such table");
	await expect(catchUpIfRoom(failing("database is locked", "SQLITE_BUSY"))).rejects.toThrow("database is locked");
	said.mockRestore();
	expect((await makePack(store, null)).ladders).toHaveLength(2);
});

describe("two processes on one database", () => {
	/** Waits before its n-th write until it is let go on; another process does not. */
	const pausing = (before: number) => {
		let writes = 0;
		let letGo = () => {};
		let reached = () => {};
		const gate = new Promise<void>((resolve) => {
			letGo = resolve;
		});
		const there = new Promise<void>((resolve) => {
			reached = resolve;
		});
		const paused = {
			...store,
			write: async <T>(work: Parameters<typeof store.write<T>>[0]): Promise<T> => {
				writes += 1;
				if (writes === before) {
					reached();
					await gate;
				}
				return store.write(work);
			},
		};
		return { paused, there, letGo, written: () => writes };
	};

	test("whatever one was at when the other went past it, nothing of before stays", async () => {
		let most = 1;
		for (let n = 1; n <= most; n++) {
			const phone = await live(`phone-${n}`, `lesson-${n}`);
			phone.row("gg");
			await pushEvents(store, `phone-${n}`, phone.events);
			const { paused, there, letGo, written } = pausing(n);
			const one = bringUp(paused, "2026-03-02", () => {});
			await Promise.race([there, one]);
			// Meanwhile more arrives of the same lesson, and the other process takes it in.
			phone.row("gmgg");
			await pushEvents(store, `phone-${n}`, phone.events);
			const other = bringUp(store, "2026-03-02", () => {});
			await other;
			letGo();
			await one;
			most = Math.max(most, Math.min(12, written()));
			const attempts = async () =>
				(await store.client.execute(`select body from lesson_digest where lesson = 'lesson-${n}'`)).rows.map(
					({ body }) => (JSON.parse(String(body)) as { attempts: number }).attempts,
				);
			const tried = async () =>
				JSON.stringify((await store.client.execute("select * from ladder_digest order by ladder")).rows);
			const [was, ladders] = [await attempts(), await tried()];
			await store.write(clearProjections);
			await bringUp(store, "2026-03-02", () => {});
			expect([n, was]).toEqual([n, await attempts()]);
			expect([n, ladders]).toEqual([n, await tried()]);
		}
		expect(most).toBeGreaterThan(4);
	}, 120_000);
});
