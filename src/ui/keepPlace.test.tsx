/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { keepPlace } from "./keepPlace";

let end = () => {};
beforeEach(() => {
	jest.useFakeTimers();
	end = keepPlace(document);
});
afterEach(() => {
	end();
	jest.useRealTimers();
});

const button = (name: string) => screen.getByRole("button", { name });
/** By the keyboard, or by a thumb. */
function press(name: string, clicks = 0) {
	button(name).focus();
	fireEvent.click(button(name), { detail: clicks });
}
/** Bit by bit: what is to be drawn is drawn in between. */
function wait(ms: number) {
	for (let gone = 0; gone < ms; gone += 50) act(() => jest.advanceTimersByTime(50));
}
const stands = () => document.activeElement?.textContent;

function Lines({ names }: { names: string[] }) {
	const [left, setLeft] = useState(names);
	return (
		<main>
			{left.map((name) => (
				<p key={name}>
					<button type="button" onClick={() => setLeft(left.filter((one) => one !== name))}>
						{name}
					</button>
				</p>
			))}
		</main>
	);
}

test("a line that goes leaves the keyboard on the next one, the last on the one before it, the only one nowhere", () => {
	render(<Lines names={["one", "two", "three"]} />);
	press("two");
	wait(100);
	expect(stands()).toBe("three");
	press("three");
	wait(100);
	expect(stands()).toBe("one");
	press("one");
	wait(100);
	expect(document.activeElement).toBe(document.body);
});

test("what comes in its place is gone on with", () => {
	function Answered() {
		const [done, setDone] = useState(false);
		return (
			<main>
				<button type="button">above</button>
				{done ? (
					<p>
						It is kept.{" "}
						<button type="button" onClick={() => setDone(false)}>
							take it back
						</button>
					</p>
				) : (
					<button type="button" onClick={() => setDone(true)}>
						keep it
					</button>
				)}
				<button type="button">below</button>
			</main>
		);
	}
	render(<Answered />);
	press("keep it");
	wait(100);
	expect(stands()).toBe("take it back");
	press("take it back");
	wait(100);
	expect(stands()).toBe("keep it");
});

function Works({ forMs }: { forMs: number }) {
	const [works, setWorks] = useState(false);
	return (
		<main>
			<button
				type="button"
				disabled={works}
				onClick={() => {
					setWorks(true);
					setTimeout(() => setWorks(false), forMs);
				}}
			>
				find
			</button>
			<button type="button">next</button>
		</main>
	);
}
/** A browser takes the keyboard off what is shut; this one leaves it there. */
function shut() {
	const other = document.body.appendChild(document.createElement("input"));
	other.focus();
	other.remove();
}

test.each([
	["soon", 200, "find"],
	["late: meanwhile what follows has it", 5000, "next"],
])("a button that is shut while it works has the keyboard back: done %s", (_, forMs, meanwhile) => {
	render(<Works forMs={forMs} />);
	press("find");
	shut();
	wait(Math.min(forMs, 1500) + 100);
	expect(stands()).toBe(meanwhile);
	wait(forMs);
	expect(stands()).toBe("find");
});

test("a button that stays shut leaves the keyboard on what follows", () => {
	render(<Works forMs={1e9} />);
	press("find");
	shut();
	wait(30_000);
	expect(stands()).toBe("next");
});

test("a thumb, a key pressed meanwhile, and what the press itself moves the keyboard to go before", () => {
	render(
		<>
			<Lines names={["one", "two", "three", "four", "five"]} />
			<input aria-label="elsewhere" />
		</>,
	);
	press("one", 1);
	wait(1000);
	expect(document.activeElement).toBe(document.body);
	// As on a label, whose field is pressed by the browser then.
	fireEvent.pointerDown(button("four"));
	press("four");
	wait(1000);
	expect(document.activeElement).toBe(document.body);
	fireEvent.keyDown(document.body, { key: "Tab" });
	press("two");
	fireEvent.keyDown(document.body, { key: "Tab" });
	wait(1000);
	expect(document.activeElement).toBe(document.body);
	press("three");
	screen.getByLabelText("elsewhere").focus();
	wait(1000);
	expect(document.activeElement).toBe(screen.getByLabelText("elsewhere"));
});
