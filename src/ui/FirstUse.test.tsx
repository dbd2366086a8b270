/** @jest-environment jsdom */
import { fireEvent, render, screen } from "@testing-library/react";
import { FirstUse } from "./FirstUse";

beforeEach(() => localStorage.clear());

test("one word at a time is told, and a closed one never again", () => {
	const page = render(<FirstUse of={["rung", "peg"]} />);
	expect(page.container.textContent).toContain("rung: One drill of a ladder.");
	expect(page.container.textContent).not.toContain("Where the student stands");
	fireEvent.click(screen.getByRole("button", { name: "close the line about rung" }));
	expect(page.container.textContent).toContain("peg: Where the student stands now.");
	fireEvent.click(screen.getByRole("button", { name: "close the line about peg" }));
	expect(page.container.textContent).toBe("");
	page.unmount();
	expect(render(<FirstUse of={["peg", "rung"]} />).container.textContent).toBe("");
});

test("where nothing can be stored it stays away", () => {
	jest.spyOn(Storage.prototype, "getItem").mockImplementation(() => {
		throw new Error("no storage");
	});
	expect(render(<FirstUse of={["cue"]} />).container.textContent).toBe("");
	jest.restoreAllMocks();
});
