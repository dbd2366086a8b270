/** @jest-environment jsdom */
import { TextEncoder } from "node:util";
import { render, screen } from "@testing-library/react";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { wrapUp } from "@/core/log/wrap";
import { PegMoves } from "./PegMoves";
import { RungFacts } from "./RungFacts";

/** The test page has no encoder of its own; hashes need one. */
beforeAll(() => {
	Object.assign(globalThis, { TextEncoder });
});

test("a rung's facts stand with the tries behind them, and a move with its evidence", () => {
	const ladder = ladderWith({ rule: { kind: "streak", r: 3 } });
	const phone = new Phone().begin(ladder).row("g1cggg").follow(ladder);
	const [rung] = wrapUp(phone.view());
	if (!rung) throw new Error("none");
	render(<RungFacts rung={rung} who="Ida" />);
	const section = screen.getByRole("region", { name: "Middle" });
	for (const words of [
		"4 of 5",
		"Longest run 3",
		"rule met: 3 good in a row",
		"4 of 5Ida · MiddleLongest run 3 · rule met: 3 good in a rowOff: first 1Cue: first in the next 3 tries: first right in 3",
		"in the next 3 tries: first right in 3",
	])
		expect(section.textContent).toContain(words);
	render(<PegMoves view={phone.view()} />);
	expect(screen.getByRole("region", { name: "Peg moves" }).textContent).toContain("Middle → High: passed, on 5 tries");
});
