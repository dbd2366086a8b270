import { until } from "@/core/__tests__/until";
import { beginLesson } from "@/core/commands/begin";
import { lastAct, takeBack } from "@/core/commands/undo";
import { placeOn } from "@/core/pack/placing";
import { listQuarantine } from "@/store/setAside";
import { kept, ladder, withStudio, world } from "./__tests__/world";
import { lessonsHere } from "./ahead";
import { LessonOnDevice } from "./lesson";
import { Local } from "./local";
import { now } from "./now";
import { evictionNotice, noteProgress } from "./quota";
import { LessonStorage } from "./storage/lessonStorage";
import { push } from "./sync";

withStudio();

describe("a lesson on the device", () => {
	const lessons: LessonOnDevice[] = [];
	// A test that fails half-way leaves its lesson asking the server for ever, and Jest never ends.
	afterEach(() => {
		for (const one of lessons.splice(0)) one.stop();
	});
	const begun = async (lesson: string) => {
		const local = await Local.open(world.studio.id);
		await local.append(
			beginLesson(() => `set-${lesson}`, lesson, { minutes: 45, wish: "", quick: false }, null, {
				...placeOn(ladder, "r2"),
				student: null,
				ladder: null,
			}).map((draft, i) => ({ ...draft, lesson, id: draft.id ?? `begin-${lesson}-${i}` })),
			now(),
		);
		await push(local);
		const open = new LessonOnDevice(lesson, new LessonStorage(lesson));
		lessons.push(open);
		await open.start();
		await until(() => open.snapshot().ready);
		return open;
	};
	const tap = (open: LessonOnDevice) =>
		open.write([{ kind: "attempt", set: `set-${open.lesson}`, body: { result: "hit", off: [], judged: true } }]);
	const tries = (open: LessonOnDevice) => open.snapshot().view.visits[0]?.tries.length ?? 0;

	test("a touch shows at once, is kept, then sent; the marks follow in that order", async () => {
		const open = await begun(`l1-${world.opened}`);
		tap(open);
		expect(tries(open)).toBe(1);
		expect(open.marks()).toMatchObject({ unkept: 1, unsent: 1 });
		await until(() => open.marks().unkept === 0);
		expect(open.marks().keptTo).toBe(3);
		await until(() => open.marks().ackedTo === 3 && open.marks().unsent === 0);
		expect((await kept()).filter((event) => event.kind === "attempt")).toHaveLength(1);
		open.stop();
	});

	test("started, stopped and started again at once, as a development server does, it sends all the same", async () => {
		const lesson = `again-${world.opened}`;
		(await begun(lesson)).stop();
		const open = new LessonOnDevice(lesson, new LessonStorage(lesson));
		lessons.push(open);
		const first = open.start();
		open.stop();
		const second = open.start();
		await Promise.all([first, second]);
		await until(() => open.snapshot().ready);
		tap(open);
		tap(open);
		await until(() => open.marks().unsent === 0 && open.marks().unkept === 0);
		expect(tries(open)).toBe(2);
		expect((await kept()).filter((event) => event.kind === "attempt")).toHaveLength(2);
	});

	test("without a signal it counts on, says so, and opens again from what is stored", async () => {
		const open = await begun(`l2-${world.opened}`);
		world.signal = "cut";
		for (let i = 0; i < 5; i++) tap(open);
		await until(() => open.marks().unkept === 0 && open.marks().trouble !== null);
		expect(open.marks().trouble).toContain("saved on this device");
		open.stop();
		const again = new LessonOnDevice(open.lesson, new LessonStorage(open.lesson));
		await again.start();
		expect(tries(again)).toBe(5);
		expect(again.snapshot().ready).toBe(true);
		expect(again.marks().unsent).toBe(5);
		world.signal = "there";
		again.sync();
		await until(() => again.marks().unsent === 0);
		expect((await kept()).filter((event) => event.kind === "attempt")).toHaveLength(5);
		again.stop();
	});

	test("a disk that refuses is told in words and tried again; nothing leaves the screen", async () => {
		const open = await begun(`l3-${world.opened}`);
		const real = Local.prototype.append;
		let refuse = true;
		Local.prototype.append = function (this: Local, ...args: Parameters<typeof real>) {
			return refuse ? Promise.reject(new Error("the disk is full")) : real.apply(this, args);
		};
		tap(open);
		await until(() => open.marks().trouble?.includes("the disk is full") ?? false);
		expect(open.marks()).toMatchObject({ unkept: 1 });
		expect(tries(open)).toBe(1);
		refuse = false;
		await until(() => open.marks().unsent === 0);
		Local.prototype.append = real;
		expect((await kept()).filter((event) => event.kind === "attempt")).toHaveLength(1);
		open.stop();
	});

	test("what the server sets aside is said, and stays in sight", async () => {
		const open = await begun(`l4-${world.opened}`);
		open.write([{ kind: "note", student: "nobody", body: { text: "for nobody" } }]);
		await until(() => open.marks().aside !== null);
		expect(open.marks().aside).toContain("Its student is missing or was deleted.");
		expect(await listQuarantine(world.store)).toHaveLength(1);
		open.stop();
	});

	test("settled means sent, also what was written while an earlier round was under way", async () => {
		const open = await begun(`l5-${world.opened}`);
		const answers = globalThis.fetch;
		let letGo = () => {};
		const held = new Promise<void>((resolve) => {
			letGo = resolve;
		});
		globalThis.fetch = (async (path: string, init?: RequestInit) => {
			if (path.startsWith("/api/pull")) await held;
			return answers(path, init);
		}) as never;
		open.sync();
		await until(() => world.asked.length > 0);
		await new Promise((resolve) => setTimeout(resolve, 50));
		tap(open);
		await until(() => open.marks().unkept === 0);
		const settled = open.settled();
		setTimeout(letGo, 20);
		await settled;
		expect((await kept()).filter((event) => event.kind === "attempt")).toHaveLength(1);
		open.stop();
	});

	test("the lessons that are here, as the lesson counts them: what was taken back is not among the tries", async () => {
		const open = await begun(`l6-${world.opened}`);
		world.signal = "cut";
		for (let i = 0; i < 3; i++) tap(open);
		const last = lastAct(open.snapshot().view, open.snapshot().device);
		open.write(takeBack(last?.targets ?? []));
		await until(() => open.marks().unkept === 0);
		expect(await lessonsHere()).toEqual([
			{ lesson: `l6-${world.opened}`, student: null, students: [], tries: 2, closed: false, waiting: 4 },
		]);
	});

	test("a store that the browser cleared is reported, with what is lost", async () => {
		const open = await begun(`l7-${world.opened}`);
		tap(open);
		await until(() => open.marks().ackedTo === 3);
		expect(open.marks().room).toBeNull();
		open.stop();
		expect(evictionNotice(world.studio.id, open.snapshot().device)).toBeNull();
		await until(() => evictionNotice(world.studio.id, "made anew") !== null);
		expect(evictionNotice(world.studio.id, "made anew")).toContain(
			"This browser deleted its data. The server has all of it. Nothing is lost.",
		);
		noteProgress(world.studio.id, { device: open.snapshot().device, kept: 9, acked: 7 });
		expect(evictionNotice(world.studio.id, "made anew")).toContain(
			"This browser deleted its data. The last 2 entries were not sent yet and are lost.",
		);
	});

	test("little room is said while there is some", async () => {
		const room = { persist: async () => true, estimate: async () => ({ quota: 100e6, usage: 92.5e6 }) };
		Object.defineProperty(globalThis, "navigator", { value: { storage: room }, configurable: true });
		const open = await begun(`l8-${world.opened}`);
		await until(() => open.marks().room !== null);
		expect(open.marks().room).toContain("This device is nearly full: 7.5 MB left. Free some space soon.");
		open.stop();
	});

	test("two pages of one device: each sees what the other wrote, and their numbers do not clash", async () => {
		const one = await begun(`l9-${world.opened}`);
		const two = new LessonOnDevice(one.lesson, new LessonStorage(one.lesson));
		lessons.push(two);
		await two.start();
		tap(one);
		await until(() => one.marks().ackedTo === 3);
		two.sync();
		await until(() => tries(two) === 1);
		tap(two);
		tap(two);
		await until(() => two.marks().ackedTo === 5);
		// This page did not hear of it yet, and writes all the same.
		tap(one);
		await until(() => one.marks().ackedTo === 6 && tries(one) === 4);
		two.sync();
		await until(() => tries(two) === 4);
		const numbers = (await kept()).map(({ dseq }) => dseq);
		expect(numbers).toEqual([1, 2, 3, 4, 5, 6]);
	});

	test("a lesson nobody began is missing", async () => {
		const open = new LessonOnDevice(`never-${world.opened}`, new LessonStorage(`never-${world.opened}`));
		await open.start();
		await until(() => open.snapshot().missing);
		open.stop();
	});
});
