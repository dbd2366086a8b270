/** @jest-environment jsdom */
import { TextEncoder } from "node:util";
import { fireEvent, renderHook } from "@testing-library/react";
import { useKeys } from "./useKeys";

/** The test page has no encoder of its own; hashes need one. */
beforeAll(() => {
	Object.assign(globalThis, { TextEncoder });
});

describe("keys", () => {
	test("act on their own, never while somebody types, never with a modifier", () => {
		const pressed: string[] = [];
		renderHook(() => useKeys({ g: () => void pressed.push("g") }));
		fireEvent.keyDown(document.body, { key: "g" });
		fireEvent.keyDown(document.body, { key: "g", ctrlKey: true });
		fireEvent.keyDown(document.body, { key: "x" });
		const input = document.body.appendChild(document.createElement("input"));
		fireEvent.keyDown(input, { key: "g" });
		expect(pressed).toEqual(["g"]);
	});
});
