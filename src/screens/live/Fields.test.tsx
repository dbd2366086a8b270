/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { isGood } from "@/core/ladder/good";
import { gates } from "@/core/ladder/rung";
import { fieldsFor } from "@/core/lesson/layout";
import type { Attempt } from "@/core/log/kinds";
import { Fields } from "./Fields";
import { together, type When } from "./useTouch";

/** The test page knows mouse events only; a pointer is a mouse with a number. */
class Pointer extends MouseEvent {
	readonly pointerId: number;
	constructor(type: string, init: PointerEventInit & { at?: number } = {}) {
		super(type, init);
		this.pointerId = init.pointerId ?? 0;
		if (init.at !== undefined) Object.defineProperty(this, "timeStamp", { value: init.at });
	}
}
/** When it happened, by the event's own time; the page may hear of it much later. */
const heardLate = (ms: number, event: PointerEventInit) => ({ ...event, at: ms });
beforeAll(() => {
	window.PointerEvent = Pointer as unknown as typeof PointerEvent;
});

const position = (id: string) => ({ id, name: id, short: id, fault: "", cues: [] });
const three = ["a", "b", "c"].map(position);

describe("the fields of each gate", () => {
	test.each(gates)("%s: GOOD is good, every other field is not", (gate) => {
		for (const positions of [three, []]) {
			const { rows, main } = fieldsFor(gate, positions);
			const last = main.at(-1);
			expect(last && isGood(last.attempt, gate)).toBe(true);
			// A committed try is good whatever else was off: that is what the gate says.
			for (const field of [...rows.flat(), ...main.slice(0, -1)])
				expect(isGood(field.attempt, gate)).toBe(gate === "commitment" && field.attempt.committed === true);
		}
	});
	test("result and form in one: two rows of three positions and other, and three ways without a fault", () => {
		const { rows, main } = fieldsFor("both", three);
		expect(rows.map((row) => row.map((field) => field.label))).toEqual([
			["a", "b", "c", "other"],
			["a", "b", "c", "other"],
		]);
		expect(main.map((field) => field.label)).toEqual(["missed, form fine", "GOOD"]);
	});
	test("by the result alone one row of faults stays, and nobody claims to have judged the form", () => {
		const { rows } = fieldsFor("result", three);
		expect(rows).toHaveLength(1);
		expect(rows[0]?.every((field) => field.attempt.result === "miss" && !field.attempt.judged)).toBe(true);
	});
	test("by the result alone a must gets a row for a try that came off without it, which is not good", () => {
		const watched = [{ ...position("a"), must: true }, position("b")];
		const { rows } = fieldsFor("result", watched);
		expect(rows.map((row) => row.map((field) => `${field.small} ${field.label}`))).toEqual([
			["came off, but a"],
			["missed a", "missed b", "missed other"],
		]);
		expect(isGood(rows[0]?.[0]?.attempt as Attempt, "result", new Set(["a"]))).toBe(false);
	});
	test("several fields in one touch are one attempt, held ones in the other direction", () => {
		const [row] = fieldsFor("both", three).rows;
		expect(together(row?.slice(0, 2) ?? [], false).off).toEqual([{ position: "a" }, { position: "b" }]);
		expect(together(row?.slice(0, 1) ?? [], true).off).toEqual([{ position: "a", direction: "beyond" }]);
	});
});

describe("a touch", () => {
	const show = () => {
		const logged: Attempt[] = [];
		render(<Fields layout={fieldsFor("both", three)} onAttempt={(attempt) => logged.push(attempt)} />);
		const button = (name: string) => screen.getByRole("button", { name });
		const over = (name: string | null) => {
			document.elementFromPoint = () => (name ? button(name) : document.body);
		};
		return { logged, button, over };
	};
	const at = { clientX: 1, clientY: 1, pointerId: 7, button: 0 };

	test("paints on the way down and counts once on the way up", () => {
		const { logged, button, over } = show();
		over("GOOD");
		fireEvent.pointerDown(button("GOOD"), at);
		expect(button("GOOD").dataset.pressed).toBe("true");
		expect(logged).toHaveLength(0);
		fireEvent.pointerUp(button("GOOD"), at);
		fireEvent.click(button("GOOD"), { detail: 1 });
		expect(logged).toEqual([{ result: "hit", off: [], judged: true }]);
		expect(button("GOOD").dataset.pressed).toBe("false");
	});
	test("a keyboard or a screen reader presses the same button", () => {
		const { logged, button } = show();
		fireEvent.click(button("missed b"), { detail: 0 });
		fireEvent.click(button("missed c"), { detail: 1 });
		expect(logged.map((attempt) => attempt.off)).toEqual([[{ position: "b" }], [{ position: "c" }]]);
	});
	test("a second finger does not count while the first is down", () => {
		const { logged, button, over } = show();
		over("GOOD");
		fireEvent.pointerDown(button("GOOD"), at);
		fireEvent.pointerDown(button("missed b"), { ...at, pointerId: 8 });
		fireEvent.pointerUp(button("missed b"), { ...at, pointerId: 8 });
		fireEvent.pointerUp(button("GOOD"), at);
		expect(logged).toHaveLength(1);
	});
	test("a cancelled touch counts nothing", () => {
		const { logged, button, over } = show();
		over("GOOD");
		fireEvent.pointerDown(button("GOOD"), at);
		fireEvent.pointerCancel(button("GOOD"), at);
		fireEvent.pointerUp(button("GOOD"), at);
		expect(logged).toHaveLength(0);
	});
	test("slid off the fields and lifted outside: nothing counts, nothing stays painted, and the next touch is a touch", () => {
		const { logged, button, over } = show();
		over("GOOD");
		fireEvent.pointerDown(button("GOOD"), at);
		over(null);
		fireEvent.pointerMove(document.body, at);
		expect(button("GOOD").dataset.pressed).toBe("false");
		fireEvent.pointerUp(document.body, at);
		expect(logged).toHaveLength(0);
		over("missed b");
		fireEvent.pointerDown(button("missed b"), { ...at, pointerId: 9 });
		expect(button("missed b").dataset.pressed).toBe("true");
		fireEvent.pointerUp(button("missed b"), { ...at, pointerId: 9 });
		expect(logged).toHaveLength(1);
	});
	test("lifted outside so quickly that no move was seen, it counts nothing either", () => {
		const { logged, button, over } = show();
		over("GOOD");
		fireEvent.pointerDown(button("GOOD"), at);
		fireEvent.pointerUp(document.body, at);
		expect([logged.length, button("GOOD").dataset.pressed]).toEqual([0, "false"]);
	});
	test("sliding to another row leaves the first row behind", () => {
		const { logged, button, over } = show();
		over("good, but a");
		fireEvent.pointerDown(button("good, but a"), at);
		over("missed b");
		fireEvent.pointerMove(button("good, but a"), at);
		fireEvent.pointerUp(button("good, but a"), at);
		expect(logged).toEqual([{ result: "miss", off: [{ position: "b" }], judged: true }]);
	});
	test("holding names the other direction, and says so before the finger is up", () => {
		jest.useFakeTimers();
		const { logged, button, over } = show();
		over("missed a");
		fireEvent.pointerDown(button("missed a"), heardLate(1000, at));
		act(() => jest.advanceTimersByTime(500));
		expect(screen.getByRole("button", { name: "too much a" })).toBeTruthy();
		fireEvent.pointerUp(screen.getByRole("button", { name: "too much a" }), heardLate(1500, at));
		expect(logged[0]?.off).toEqual([{ position: "a", direction: "beyond" }]);
		jest.useRealTimers();
	});
});

describe("musts that have no field of their own stand behind other", () => {
	const musts = ["m1", "m2", "m3"].map((id) => ({ ...position(id), name: `Must ${id}`, must: true }));
	const show = () => {
		const logged: Attempt[] = [];
		render(<Fields layout={fieldsFor("form", three, musts)} onAttempt={(attempt) => logged.push(attempt)} />);
		const other = () => screen.getByRole("button", { name: /^(off|too much) other/ });
		document.elementFromPoint = () => other();
		return { logged, other };
	};
	const touch = { clientX: 1, clientY: 1, pointerId: 7, button: 0 };
	const hold = (field: () => HTMLElement) => {
		fireEvent.pointerDown(field(), heardLate(1000, touch));
		fireEvent.pointerUp(field(), heardLate(1600, touch));
	};

	test("a tap is still other; held, one of them is named, and it is one try", () => {
		const { logged, other } = show();
		fireEvent.pointerDown(other(), heardLate(1000, touch));
		fireEvent.pointerUp(other(), heardLate(1100, touch));
		expect(logged).toEqual([{ result: "hit", off: [{ position: "other" }], judged: true }]);
		hold(other);
		expect(logged).toHaveLength(1);
		fireEvent.click(screen.getByRole("button", { name: "off Must m3" }));
		expect(logged[1]).toEqual({ result: "hit", off: [{ position: "m3" }], judged: true });
		expect(screen.getByRole("button", { name: /GOOD/ })).toBeTruthy();
	});
	test("by keys too; going back counts nothing", () => {
		const { logged, other } = show();
		fireEvent.keyDown(other(), { key: "ArrowDown" });
		fireEvent.click(screen.getByRole("button", { name: "back, nothing counted" }));
		expect(logged).toEqual([]);
		fireEvent.keyDown(other(), { key: "ArrowDown" });
		fireEvent.click(screen.getByRole("button", { name: "other" }));
		expect(logged[0]?.off).toEqual([{ position: "other" }]);
	});
});

describe("on a busy device one touch is one try", () => {
	const show = () => {
		const logged: [Attempt, When?][] = [];
		render(<Fields layout={fieldsFor("both", three)} onAttempt={(...told) => logged.push(told)} />);
		const button = (name: string) => screen.getByRole("button", { name });
		document.elementFromPoint = () => button("missed a");
		return { logged, field: button("missed a") };
	};
	const finger = { clientX: 1, clientY: 1, pointerId: 7, button: 0 };
	/** As a browser does that gives a click the number of its pointer, and -1 to a keyboard's. */
	const click = (on: Element, pointerId: number, ms: number) =>
		fireEvent(on, new Pointer("click", { bubbles: true, detail: pointerId < 0 ? 0 : 1, pointerId, at: ms }));
	/** As one does that gives it none. */
	const plainClick = (on: Element, detail: number) => fireEvent.click(on, { detail });

	// The page is busy for two seconds before it hears of the finger down, of its lift, or of the click.
	test.each(["down", "up", "click"])("heard of two seconds late: the %s", (late) => {
		jest.useFakeTimers();
		const { logged, field } = show();
		const busy = (at: string) => at === late && act(() => jest.advanceTimersByTime(2000));
		busy("down");
		fireEvent.pointerDown(field, heardLate(1000, finger));
		busy("up");
		fireEvent.pointerUp(screen.getAllByRole("button", { name: / a$/ }).at(-1) ?? field, heardLate(1080, finger));
		busy("click");
		click(field, 7, 1080);
		// Down for 80 ms it was not held, whenever the timer fired.
		expect(logged).toEqual([
			[
				{ result: "miss", off: [{ position: "a" }], judged: true },
				{ down: 1000, up: 1080 },
			],
		]);
		jest.useRealTimers();
	});

	test("held for longer than the hold, it is held, though no timer fired yet", () => {
		const { logged, field } = show();
		fireEvent.pointerDown(field, heardLate(1000, finger));
		fireEvent.pointerUp(field, heardLate(1600, finger));
		click(field, 7, 1600);
		expect(logged.map(([{ off }]) => off)).toEqual([[{ position: "a", direction: "beyond" }]]);
	});

	test("two touches that are heard of together are two", () => {
		const { logged, field } = show();
		for (const ms of [1000, 1400]) {
			fireEvent.pointerDown(field, heardLate(ms, finger));
			fireEvent.pointerUp(field, heardLate(ms + 80, finger));
			click(field, 7, ms + 80);
		}
		expect(logged.map(([, when]) => when?.up)).toEqual([1080, 1480]);
	});

	test("a keyboard's click counts, however soon it follows a touch", () => {
		const { logged, field } = show();
		fireEvent.pointerDown(field, heardLate(1000, finger));
		fireEvent.pointerUp(field, heardLate(1080, finger));
		click(field, 7, 1080);
		click(field, -1, 1090);
		expect(logged).toHaveLength(2);
	});

	test("where clicks carry no number, a touch takes the one click that follows it, however late, and no other", () => {
		const { logged, field } = show();
		fireEvent.pointerDown(field, heardLate(1000, finger));
		fireEvent.pointerUp(field, heardLate(1080, finger));
		plainClick(field, 0);
		plainClick(field, 1);
		expect(logged).toHaveLength(2);
		// A reader that clicks as a mouse does, with no touch before.
		plainClick(field, 1);
		expect(logged).toHaveLength(3);
	});

	test("cancelled, or slid away without a click: the next touch is not taken for it", () => {
		const { logged, field } = show();
		fireEvent.pointerDown(field, heardLate(1000, finger));
		fireEvent.pointerUp(document.body, heardLate(1080, finger));
		fireEvent.pointerDown(field, heardLate(2000, finger));
		fireEvent.pointerUp(field, heardLate(2080, finger));
		click(field, 7, 2080);
		expect(logged).toHaveLength(1);
	});
});

test("while a try is open for correction every field says so, and none of them speaks of a new one", () => {
	const layout = fieldsFor("both", three);
	const { rerender } = render(<Fields layout={layout} onAttempt={() => {}} correcting={7} />);
	expect(screen.getByRole("group", { name: "Correcting try 7: a press closes it" })).toBeTruthy();
	const buttons = screen.getAllByRole("button");
	expect(buttons.map((one) => one.textContent)).toEqual(buttons.map(() => expect.stringContaining("correcting try 7")));
	rerender(<Fields layout={layout} onAttempt={() => {}} />);
	expect(screen.getByRole("group", { name: "What was that one?" })).toBeTruthy();
});
