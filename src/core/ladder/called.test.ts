import { nextCalled } from "./called";

const targets = ["near", "far", "wall"];

test("targets are called in turn, a block of tries at each, and from the first again", () => {
	const said: string[] = [];
	for (let i = 0; i < 8; i++) said.push(nextCalled(targets, 2, said));
	expect(said).toEqual(["near", "near", "far", "far", "wall", "wall", "near", "near"]);
});

test("what was called by hand starts a block of its own, and the order goes on from there", () => {
	expect(nextCalled(targets, 3, ["near", "wall"])).toBe("wall");
	expect(nextCalled(targets, 3, ["near", "wall", "wall", "wall"])).toBe("near");
	expect(nextCalled(targets, 3, ["near", undefined])).toBe("near");
	expect(nextCalled(["only"], 2, ["only", "only"])).toBe("only");
});
