import { hashOf } from "@/core/hash/hash";

test("a hash does not depend on the order of the fields, and on everything else", () => {
	expect(hashOf({ a: 1, b: [2, "ü"] })).toBe(hashOf({ b: [2, "ü"], a: 1 }));
	expect(hashOf({ a: 1 })).not.toBe(hashOf({ a: "1" }));
	expect(hashOf({})).toBe("44136fa355b3678a1146ad16f7e8649e94fb4fc21fe77e8310c060f61caaff8a");
	expect(() => hashOf(undefined)).toThrow(TypeError);
});
