import { parse } from "@/core/refusals/refusals";
import { Scale, scales } from "@/core/rules/scale";

test("a scale without a success, or with one code twice, is refused", () => {
	for (const scale of Object.values(scales)) expect(parse(Scale, scale).ok).toBe(true);
	const [hit, miss] = scales["hit or miss"];
	expect(parse(Scale, [miss, { ...miss, code: "off" }])).toMatchObject({
		ok: false,
		refusals: [{ sentence: "No outcome counts as a success. Mark at least one." }],
	});
	expect(parse(Scale, [hit, hit])).toMatchObject({
		ok: false,
		refusals: [{ sentence: "Two outcomes have the same code. Change one of them." }],
	});
});
