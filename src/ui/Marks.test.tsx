/** @jest-environment jsdom */
import { TextEncoder } from "node:util";
import { render, screen } from "@testing-library/react";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { TryStrip } from "./Marks";

/** The test page has no encoder of its own; hashes need one. */
beforeAll(() => {
	Object.assign(globalThis, { TextEncoder });
});

test("a strip names every mark, cues between them", () => {
	const phone = new Phone().begin(ladderWith()).row("g1nck");
	render(<TryStrip entries={phone.visit().entries} short={() => "first"} />);
	expect(screen.getAllByRole("img").map((mark) => mark.getAttribute("aria-label"))).toEqual([
		"good",
		"missed, first off",
		"no count",
		"correction: in own words",
		"confirmation: in own words",
	]);
});
