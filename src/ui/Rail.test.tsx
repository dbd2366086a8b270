/** @jest-environment jsdom */
import { TextEncoder } from "node:util";
import { render, screen } from "@testing-library/react";
import { Rail, RailCell } from "./Rail";

/** The test page has no encoder of its own; hashes need one. */
beforeAll(() => {
	Object.assign(globalThis, { TextEncoder });
});

const hole = (rung: string, state: "open" | "passed" | "held" | "settled" | "slipped" | "skipped") => ({
	rung,
	name: rung,
	state,
});

describe("the rail", () => {
	test("says where the peg stands, in words as well", () => {
		render(
			<Rail holes={[hole("low", "passed"), hole("high", "open")]} pegIndex={1} pitch={20} width={46} label="Clubs" />,
		);
		expect(screen.getByRole("img", { name: "Clubs: peg on rung 2 of 2, high" })).toBeTruthy();
	});
	test("each state is drawn in its own shape: filled, ringed, ringed twice, notched, barred", () => {
		const shapes = (["open", "passed", "held", "settled", "slipped", "skipped"] as const).map((state) => {
			const { container, unmount } = render(
				<Rail holes={[hole("a", state), hole("b", "open")]} pegIndex={1} pitch={30} width={46} label="x" />,
			);
			const group = container.querySelector("g");
			const found = `${group?.querySelectorAll("circle").length}/${group?.querySelectorAll("path").length}`;
			unmount();
			return found;
		});
		expect(shapes).toEqual(["1/1", "1/1", "2/1", "3/1", "1/2", "0/2"]);
	});
	test("a row's own stretch says its state to those who do not see it", () => {
		render(<RailCell state="held" peg={false} />);
		expect(screen.getByText("held on several days")).toBeTruthy();
	});
});
