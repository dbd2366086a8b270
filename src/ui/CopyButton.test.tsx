/** @jest-environment jsdom */
import { fireEvent, render, screen } from "@testing-library/react";
import { CopyButton } from "./CopyButton";

const clipboard = (writeText?: (text: string) => Promise<void>) =>
	Object.defineProperty(navigator, "clipboard", { value: writeText && { writeText }, configurable: true });
const press = () => fireEvent.click(screen.getByRole("button"));
const NOT = "Copying did not work. Select the text and copy it yourself.";

test("what was copied is said to be, and another text is not", async () => {
	const copied: string[] = [];
	clipboard(async (text) => void copied.push(text));
	const { rerender } = render(<CopyButton text="one" />);
	press();
	expect(await screen.findByRole("button", { name: "copied" })).toBeTruthy();
	expect(copied).toEqual(["one"]);
	expect(screen.getByRole("status").textContent).toBe("");
	rerender(<CopyButton text="other" />);
	expect(screen.getByRole("button", { name: "copy" })).toBeTruthy();
});

test.each([
	["has no clipboard, as at an address that is not secure", undefined],
	["refuses", () => Promise.reject(new DOMException("no", "NotAllowedError"))],
])("where the browser %s, it says so and how else, and never that it was copied", async (_, writeText) => {
	clipboard(writeText);
	render(<CopyButton text="one" words="copy as text" />);
	press();
	expect(await screen.findByText(NOT)).toBeTruthy();
	expect(screen.getByRole("button", { name: "copy as text" })).toBeTruthy();
});
