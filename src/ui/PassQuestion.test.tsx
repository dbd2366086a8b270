/** @jest-environment jsdom */
import { TextEncoder } from "node:util";
import { act, fireEvent, render, screen } from "@testing-library/react";
import type { PassAt } from "@/core/commands/passes";
import { yesOf } from "@/core/ladder/rung";
import { PassQuestion } from "./PassQuestion";

beforeAll(() => {
	Object.assign(globalThis, { TextEncoder });
});

const pass: PassAt = {
	lesson: "lesson",
	student: "ida",
	ladder: "ladder",
	rung: "low",
	metBy: "try",
	seen: {},
	to: { id: "high", name: "High" },
};

test("a rung that passes by its rule alone asks nobody", () => {
	render(<PassQuestion pass={pass} about="Ida, Low" onWrite={() => {}} />);
	expect(screen.getByRole("button", { name: /^step up: High/ })).toBeTruthy();
	expect(screen.queryByText(/ready for/)).toBeNull();
});

test.each(yesOf)("the yes of %s is asked for wherever one can step up, and goes with the move", async (yes) => {
	const written: unknown[] = [];
	render(<PassQuestion pass={{ ...pass, yes }} about="Ida, Low" onWrite={(drafts) => void written.push(...drafts)} />);
	expect(screen.getByText(/ready for High\?$/)).toBeTruthy();
	await act(async () => fireEvent.click(screen.getByRole("button", { name: /^yes, step up: High/ })));
	expect(written).toMatchObject([{ kind: "peg.moved", body: { to: "high", yes } }]);
});
