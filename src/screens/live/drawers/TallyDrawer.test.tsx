/** @jest-environment jsdom */
import { fireEvent, render, screen } from "@testing-library/react";
import type { Rule } from "@/core/rules";
import { type Live, LiveProvider } from "../LiveContext";
import { TallyDrawer } from "./TallyDrawer";

const press = (...names: (string | RegExp)[]) => {
	for (const name of names) fireEvent.click(screen.getByRole("button", { name }));
};

describe("a tally", () => {
	const show = (rule: Rule = { kind: "streak", r: 3 }) => {
		const entered: unknown[] = [];
		const close = jest.fn();
		const board = { set: { placing: { settings: { triesPerSet: 10 } } }, visit: { rule } };
		const live = { acts: { tally: (body: unknown) => entered.push(body) }, close, board } as unknown as Live;
		render(
			<LiveProvider value={live}>
				<TallyDrawer />
			</LiveProvider>,
		);
		return { entered, close };
	};
	const enter = () => screen.getByRole<HTMLButtonElement>("button", { name: "enter the totals" });

	test("is entered by keypad, and closes; a run that nobody knows is not made up", () => {
		const { entered, close } = show();
		press(/good$/, "6");
		fireEvent.click(enter());
		expect(entered).toEqual([{ tries: 10, good: 6 }]);
		expect(close).toHaveBeenCalled();
		press(/tries$/, "1", "2", /longest run$/, "4", "delete the last digit", "3");
		fireEvent.click(enter());
		expect(entered[1]).toEqual({ tries: 12, good: 6, longest: 3 });
	});
	test("that no order of tries has is refused while it stands there", () => {
		const { entered } = show();
		expect(enter().disabled).toBe(true);
		press(/good$/, "5", /longest run$/, "0");
		expect(enter().disabled).toBe(true);
		expect(screen.getByRole("status").textContent).toContain("Longest run: with 5 good of 10 enter at least 1, not 0.");
		fireEvent.click(enter());
		expect(entered).toEqual([]);
		press("delete the last digit", "1");
		expect(enter().disabled).toBe(false);
	});
	test("against the clock one number says it", () => {
		const { entered } = show({ kind: "count", c: 40, seconds: 60 });
		press("4", "2");
		fireEvent.click(enter());
		expect(entered).toEqual([{ tries: 42, good: 42, seconds: 60, score: true }]);
	});
});
