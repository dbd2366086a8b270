/** @jest-environment jsdom */
import { fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { DayField } from "./DayField";

let taken: string[];
function Owned({ least }: { least?: string }) {
	const [day, setDay] = useState("");
	return (
		<DayField
			aria-label="Due"
			value={day}
			{...(least ? { least } : {})}
			onChange={(next) => {
				taken.push(next);
				setDay(next);
			}}
		/>
	);
}
const type = (value: string) => fireEvent.change(screen.getByLabelText("Due"), { target: { value } });
beforeEach(() => {
	taken = [];
});

test("a year in two digits is asked about before it is taken, and one press answers", () => {
	render(<Owned />);
	type("0026-12-03");
	expect(taken).toEqual([]);
	expect(screen.getByText(/The year 26\?/).textContent).toBe("The year 26? 1926, 2026");
	fireEvent.click(screen.getByRole("button", { name: "2026" }));
	expect(taken).toEqual(["2026-12-03"]);
	expect(screen.queryByText(/The year/)).toBeNull();
});

test("what was taken before does not stand behind a strange year that is typed over it", () => {
	render(<Owned />);
	type("2026-12-03");
	type("0202-12-03");
	expect(taken).toEqual(["2026-12-03", ""]);
	expect(screen.getByText("The year 202? Choose one from 1900 to 2199.")).toBeTruthy();
	type("2027-12-03");
	expect(taken.at(-1)).toBe("2027-12-03");
});

test("a day before the least one is not taken, and only years that fit are offered", () => {
	render(<Owned least="2026-11-26" />);
	type("2026-11-25");
	expect(taken).toEqual([]);
	expect(screen.getByText(/is before/).textContent).toContain("Wed 25 Nov is before Thu 26 Nov. Choose a later day.");
	type("0026-12-03");
	expect(screen.getAllByRole("button").map((one) => one.textContent)).toEqual(["2026"]);
});
