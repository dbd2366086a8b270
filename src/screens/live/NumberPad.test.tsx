/** @jest-environment jsdom */
import { fireEvent, render, screen } from "@testing-library/react";
import { freshRung } from "@/core/ladder/rung";
import { inputsFor } from "@/core/lesson/inputs";
import type { Attempt } from "@/core/log/kinds";
import type { Rule } from "@/core/rules";
import { NumberPad } from "./NumberPad";

const pad = (rule: Rule, unit?: string, second?: string) => {
	const logged: Attempt[] = [];
	const { keypad } = inputsFor(
		{ ...freshRung("a rung"), ...(unit ? { unit } : {}), ...(second ? { second } : {}) },
		rule,
		[],
		null,
	);
	if (!keypad) throw new Error("this rung asks for no number");
	render(<NumberPad keypad={keypad} apart={false} onAttempt={(attempt) => logged.push(attempt)} />);
	return logged;
};
const press = (...names: string[]) => {
	for (const name of names) fireEvent.click(screen.getByRole("button", { name }));
};
const key = (...keys: string[]) => {
	for (const one of keys) fireEvent.keyDown(window, { key: one });
};
const log = () => screen.getByRole<HTMLButtonElement>("button", { name: /^log/ });

describe("a length", () => {
	const rule: Rule = { kind: "length", length: 20, times: 1 };
	test("is tapped in and logged; nothing can be logged before a digit", () => {
		const logged = pad(rule);
		expect(log().disabled).toBe(true);
		press("2", "3");
		fireEvent.click(log());
		expect(logged).toEqual([{ result: "hit", off: [], judged: false, length: 23 }]);
		expect(log().disabled).toBe(true);
	});
	test("is typed on a keyboard, mended with backspace, logged with g; it has no point", () => {
		const logged = pad(rule);
		expect(screen.queryByRole("button", { name: "." })).toBeNull();
		key("1", "9", ".", "Backspace", "5", "g");
		expect(logged.map(({ length, result }) => [length, result])).toEqual([[15, "miss"]]);
		key("g");
		expect(logged).toHaveLength(1);
	});
	test("of more than can be is not logged", () => {
		const logged = pad(rule);
		key(..."12345678", "g");
		expect(logged).toEqual([]);
		expect(log().disabled).toBe(true);
	});
});

test("a measure has one point and its unit", () => {
	const logged = pad({ kind: "within", k: 1, n: 2, low: 1, high: 3 }, "m");
	press("2", ".", "5");
	key(".", "PageDown");
	expect(logged).toEqual([{ result: "hit", off: [], judged: false, measure: { value: 2.5, unit: "m" } }]);
});

describe("a second measure", () => {
	const rule: Rule = { kind: "within", k: 1, n: 2, low: 1, high: 3, effort: 5 };
	test("is asked for after the first, then the effort; one try carries all three", () => {
		const logged = pad(rule, "m", "height, cm");
		press("2", ".", "5");
		key("g");
		expect(logged).toEqual([]);
		expect(log().textContent).toContain("2.5, height, cm");
		key("3", "0", "g", "4");
		expect(logged).toEqual([
			{
				result: "hit",
				off: [],
				judged: false,
				measure: { value: 2.5, unit: "m" },
				second: { value: 30, of: "height, cm" },
				effort: 4,
			},
		]);
	});
	test("can be gone back from to the first", () => {
		const logged = pad({ kind: "length", length: 5, times: 1 }, undefined, "height, cm");
		key("8", "g", "1", "Backspace", "Backspace", "Backspace", "9", "g", "7", "g");
		expect(logged).toMatchObject([{ length: 9, second: { value: 7 } }]);
	});
});

test("how hard it was is asked of the first number, whatever was measured beside it", () => {
	const logged = pad({ kind: "within", k: 1, n: 2, low: 1, high: 99, effort: 6 }, "m", "height, cm");
	key("4", "5", "g", "9", "g");
	expect(screen.getByRole("group", { name: "45: how hard was it, out of 10?" })).toBeTruthy();
	key("3");
	expect(logged).toMatchObject([{ measure: { value: 45 }, second: { value: 9 }, effort: 3 }]);
});
