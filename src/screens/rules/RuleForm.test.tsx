/** @jest-environment jsdom */
import { fireEvent, render, screen, within } from "@testing-library/react";
import { useState } from "react";
import { parse } from "@/core/refusals/refusals";
import { MAX_DEPTH, type Rule, Rule as RuleSchema, ruleKinds } from "@/core/rules";
import { type Scale, scales } from "@/core/rules/scale";
import { type RuleErrors, RuleForm } from "./RuleForm";

// The test page lacks what every browser has.
globalThis.structuredClone ??= ((value: unknown) => JSON.parse(JSON.stringify(value))) as typeof structuredClone;

/** The form on a page that keeps what it says. */
function show(first: Rule, { scale = scales["hit or miss"], errors }: { scale?: Scale; errors?: RuleErrors } = {}) {
	const said: Rule[] = [first];
	function Page() {
		const [rule, setRule] = useState(first);
		return (
			<RuleForm
				rule={rule}
				scale={scale}
				errors={errors}
				onChange={(next) => {
					said.push(next);
					setRule(next);
				}}
			/>
		);
	}
	render(<Page />);
	return { last: () => said.at(-1) as Rule };
}
const choose = (label: string, kind: string) => {
	const title = ruleKinds.find((one) => one.kind === kind)?.title ?? "";
	const select = screen.getByLabelText<HTMLSelectElement>(label);
	const option = within(select).getByText<HTMLOptionElement>(title);
	fireEvent.change(select, { target: { value: option.value } });
};
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));

test.each(ruleKinds.map(({ kind }) => kind))(
	"%s: chosen, it is a rule that can be stored, with every field drawn",
	(kind) => {
		const { last } = show({ kind: "streak", r: 3 });
		if (kind !== "streak") choose("Pass rule", kind);
		expect(last().kind).toBe(kind);
		expect(parse(RuleSchema, last())).toMatchObject({ ok: true });
		for (const field of ruleKinds.find((one) => one.kind === kind)?.fields ?? [])
			if (field.type === "number" || field.type === "optional number")
				expect(screen.getAllByLabelText(field.label).length).toBeGreaterThan(0);
	},
);

test("a fresh rule is its own: changing it leaves the kind's example as it was", () => {
	const before = JSON.stringify(ruleKinds.find(({ kind }) => kind === "points")?.fresh);
	const { last } = show({ kind: "streak", r: 3 });
	choose("Pass rule", "points");
	fireEvent.change(screen.getByLabelText("hit"), { target: { value: "5" } });
	expect((last() as { weights: object }).weights).toEqual({ hit: 5, miss: -2 });
	expect(JSON.stringify(ruleKinds.find(({ kind }) => kind === "points")?.fresh)).toBe(before);
});

describe("numbers", () => {
	test("are typed, and stepped within their bounds", () => {
		const { last } = show({ kind: "streak", r: 1 });
		const [field] = ruleKinds.find(({ kind }) => kind === "streak")?.fields ?? [];
		const label = field?.label ?? "";
		press(`one less: ${label}`);
		expect(last()).toEqual({ kind: "streak", r: 1 });
		press(`one more: ${label}`);
		press(`one more: ${label}`);
		expect(last()).toEqual({ kind: "streak", r: 3 });
		fireEvent.change(screen.getByLabelText(label), { target: { value: "7" } });
		expect(last()).toEqual({ kind: "streak", r: 7 });
	});
	test("emptied, they are no number, and the rule is refused rather than read as something else", () => {
		const { last } = show({ kind: "rolling", k: 5, n: 6 });
		fireEvent.change(screen.getByLabelText("good"), { target: { value: "" } });
		expect(parse(RuleSchema, last())).toMatchObject({ refusals: [{ sentence: "K is missing." }] });
		press("one more: good");
		expect(last()).toEqual({ kind: "rolling", k: 2, n: 6 });
	});
	test("that may be left out go away when they are emptied", () => {
		const { last } = show({ kind: "points", weights: { hit: 1, miss: -2 }, target: 7, bust: 7 });
		fireEvent.change(screen.getByLabelText("lost at minus"), { target: { value: "" } });
		expect(last()).toEqual({ kind: "points", weights: { hit: 1, miss: -2 }, target: 7 });
	});
});

describe("outcomes", () => {
	test("of the scale each have their points, and so has one that only the rule names", () => {
		const { last } = show(
			{ kind: "points", weights: { clean: 2, gone: 4 }, target: 7 },
			{ scale: scales["clean, rough or miss"] },
		);
		for (const label of ["clean", "rough", "miss", "gone"]) expect(screen.getByLabelText(label)).toBeDefined();
		fireEvent.change(screen.getByLabelText("rough"), { target: { value: "1" } });
		fireEvent.change(screen.getByLabelText("gone"), { target: { value: "" } });
		expect((last() as { weights: object }).weights).toEqual({ clean: 2, rough: 1 });
	});
	test("targets are words with commas between", () => {
		const { last } = show({ kind: "spread", each: 1, targets: ["near", "far"] });
		fireEvent.change(screen.getByLabelText(/separated by commas/), { target: { value: " near, , far ,over " } });
		expect((last() as { targets: string[] }).targets).toEqual(["near", "far", "over"]);
	});
});

describe("parts", () => {
	const several = {
		kind: "all",
		rules: [
			{ kind: "streak", r: 3 },
			{ kind: "rolling", k: 6, n: 8 },
		],
	} as unknown as Rule;
	const kindsOf = (rule: Rule) => (rule as unknown as { rules: Rule[] }).rules.map(({ kind }) => kind);

	test("come, change and go, and the others stay as they are", () => {
		const { last } = show(several);
		expect(screen.queryByRole("button", { name: "remove part 1" })).toBeNull();
		press("add a part");
		choose("Part 3", "length");
		expect(kindsOf(last())).toEqual(["streak", "rolling", "length"]);
		press("remove part 1");
		expect(kindsOf(last())).toEqual(["rolling", "length"]);
		expect(screen.getByLabelText<HTMLInputElement>("of the last").value).toBe("8");
	});
	test("nest as deep as a rule may, and no deeper; several days stand outermost only", () => {
		show(several);
		choose("Part 1", "any");
		const options = (label: string) =>
			[...screen.getAllByLabelText<HTMLSelectElement>(label)].map((select) =>
				[...select.options].map(({ value }) => value),
			);
		const [outer, inner] = options("Part 1");
		expect(outer).toContain("any");
		expect(outer).not.toContain("days");
		expect(inner).not.toContain("any");
		expect(inner).toContain("streak");
		expect(MAX_DEPTH).toBe(3);
	});
	test("what is wrong stands at its field, inside the part it belongs to", () => {
		show(several, { errors: { rules: { 1: { k: { message: "Too many." } } } } as unknown as RuleErrors });
		const second = screen.getByLabelText("Part 2").closest("[data-rule]") as HTMLElement;
		expect(within(second).getByRole("alert").textContent).toBe("Too many.");
	});
});

describe("points by name", () => {
	test("are names with their points; a name alone is worth one, and none is none", () => {
		const { last } = show({ kind: "points", weights: { hit: 1, miss: -1 }, target: 4 });
		const line = screen.getByLabelText("points for each target");
		fireEvent.change(line, { target: { value: "near, the far wall 3, " } });
		expect((last() as { targets?: object }).targets).toEqual({ near: 1, "the far wall": 3 });
		fireEvent.change(line, { target: { value: " " } });
		expect(last()).not.toHaveProperty("targets");
	});
});
