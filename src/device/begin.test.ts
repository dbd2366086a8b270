import { ladder, withStudio, world } from "./__tests__/world";
import { begin } from "./begin";
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
