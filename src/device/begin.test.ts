import { foldLesson } from "@/core/log/fold";
import { ladder, withStudio, world } from "./__tests__/world";
import { begin } from "./begin";
import { now } from "./now";
import { openLocal } from "./studio";
import { push } from "./sync";

withStudio();

test("a device that is new to a studio that was once brought back names its epoch at once: nothing is sent twice", async () => {
	world.studio = { ...world.studio, epoch: 3 };
	const address = await begin(ladder.id);
	expect(address).toMatch(/^\/live\?lesson=/);
	const local = await openLocal(world.studio.id);
	await push(local);
	expect(world.asked.filter((path) => path === "/api/push")).toHaveLength(1);
	expect(await local.counters()).toMatchObject({ epoch: 3, acked: 2 });
});

describe("what is planned and is no rung", () => {
	const taken = {
		plan: "plan",
		watch: [],
		again: [],
		stretches: [
			{ id: "warm", what: "Warm up, both hands", at: 0, minutes: 6 },
			{ id: "work", what: "The rung", at: 6, minutes: 20, ladder: ladder.id, rung: ladder.peg },
		],
	};
	const today = () => now().localDay;
	const opened = async () => {
		const address = await begin(ladder.id);
		const local = await openLocal(world.studio.id);
		const events = await local.eventsOf(new URLSearchParams(address.split("?")[1]).get("lesson") ?? "");
		const [set] = foldLesson(events).sets;
		if (!set) throw new Error("no set");
		return set;
	};
	test("is opened first, as a drill of its own: two good ones of a warm-up are no two of the rung", async () => {
		world.pack = { plans: [{ day: today(), students: [ladder.student], minutes: 45, wish: "", taken }] };
		const { placing, elsewhere } = await opened();
		expect([placing.settings.name, elsewhere]).toEqual(["Warm up, both hands", "warm-up"]);
		expect(placing.rung).not.toBe(ladder.peg);
		expect(placing.ladder).toBe(ladder.id);
	});
	test("a plan that begins with a rung opens on it", async () => {
		const stretches = taken.stretches.slice(1);
		world.pack = {
			plans: [{ day: today(), students: [ladder.student], minutes: 45, wish: "", taken: { ...taken, stretches } }],
		};
		const { placing, elsewhere } = await opened();
		expect([placing.rung, elsewhere]).toEqual([ladder.peg, null]);
	});
});
