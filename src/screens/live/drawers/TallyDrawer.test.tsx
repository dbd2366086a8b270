/** @jest-environment jsdom */
import { fireEvent, render, screen } from "@testing-library/react";
import { type Live, LiveProvider } from "../LiveContext";
import { TallyDrawer } from "./TallyDrawer";

const press = (...names: string[]) => {
	for (const name of names) fireEvent.click(screen.getByRole("button", { name }));
};

describe("a tally", () => {
	const show = () => {
		const entered: unknown[] = [];
		const close = jest.fn();
		const live = { acts: { tally: (body: unknown) => entered.push(body) }, close } as unknown as Live;
		render(
			<LiveProvider value={live}>
				<TallyDrawer />
			</LiveProvider>,
		);
		return { entered, close };
	};
	const enter = () => screen.getByRole<HTMLButtonElement>("button", { name: "enter the tally" });

	test("is entered as three numbers, and closes", () => {
		const { entered, close } = show();
		press("+ one: good", "+ one: longest run");
		fireEvent.click(enter());
		expect(entered).toEqual([{ tries: 10, good: 6, longest: 3 }]);
		expect(close).toHaveBeenCalled();
	});
	test("that no order of tries has is refused while it stands there", () => {
		const { entered } = show();
		press("− one: longest run", "− one: longest run");
		expect(enter().disabled).toBe(true);
		expect(screen.getByRole("status").textContent).toContain("some run is 1 long at least");
		fireEvent.click(enter());
		expect(entered).toEqual([]);
		press("+ one: longest run");
		expect(enter().disabled).toBe(false);
	});
});
