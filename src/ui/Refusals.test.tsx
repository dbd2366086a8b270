/** @jest-environment jsdom */
import { TextEncoder } from "node:util";
import { render, screen } from "@testing-library/react";
import { Refusals } from "./Refusals";

/** The test page has no encoder of its own; hashes need one. */
beforeAll(() => {
	Object.assign(globalThis, { TextEncoder });
});

test("refusals are said once each, as an alert", () => {
	const { container } = render(
		<Refusals
			refusals={[
				{ path: "a", sentence: "No." },
				{ path: "b", sentence: "No." },
				{ path: "", sentence: "Nor this." },
			]}
		/>,
	);
	expect(screen.getByRole("alert").textContent).toBe("No.Nor this.");
	expect(render(<Refusals refusals={[]} />, { container }).container.textContent).toBe("");
});
