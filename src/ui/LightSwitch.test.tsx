/** @jest-environment jsdom */
import { TextEncoder } from "node:util";
import { fireEvent, render, screen } from "@testing-library/react";
import { LightSwitch } from "./LightSwitch";
import { lightScript } from "./lightScript";

/** The test page has no encoder of its own; hashes need one. */
beforeAll(() => {
	Object.assign(globalThis, { TextEncoder });
});

test("the light goes round, and is there before the first paint next time", () => {
	render(<LightSwitch className="" />);
	for (const light of ["daylight", "dim", "paper", "daylight"]) {
		fireEvent.click(screen.getByRole("button"));
		expect(document.documentElement.dataset.light).toBe(light);
	}
	delete document.documentElement.dataset.light;
	new Function(lightScript)();
	expect(document.documentElement.dataset.light).toBe("daylight");
});
