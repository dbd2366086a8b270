/** @jest-environment jsdom */
import { TextEncoder } from "node:util";
import { act, fireEvent, render, renderHook, screen } from "@testing-library/react";
import { useForm } from "react-hook-form";
import * as z from "zod/mini";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { wrapUp } from "@/core/log/wrap";
import { whole } from "@/core/text/fields";
import { dayWords, fromToday } from "./dates";
import { LightSwitch, lightScript } from "./LightSwitch";
import { TryStrip } from "./Marks";
import { PegMoves } from "./PegMoves";
import { PromiseForm } from "./PromiseForm";
import { Rail, RailCell } from "./Rail";
import { Refusals } from "./Refusals";
import { RungFacts } from "./RungFacts";
import { asFieldErrors, firstBadRow, sentenceResolver } from "./sentenceResolver";
import { useDraft } from "./useDraft";
import { useKeys } from "./useKeys";

/** The test page has no encoder of its own; seals need one. */
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
		"Off: first 1",
		"in the next 3: first on in 3",
	])
		expect(section.textContent).toContain(words);
	render(<PegMoves view={phone.view()} />);
	expect(screen.getByRole("region", { name: "Peg moves" }).textContent).toContain("Middle → High: passed, on 5 tries");
});

test("days are said by their distance", () => {
	expect(
		["2026-03-10", "2026-03-11", "2026-03-09", "2026-03-20", "2026-02-28"].map((day) => fromToday(day, "2026-03-10")),
	).toEqual(["today", "tomorrow", "yesterday", "in 10 days", "10 days ago"]);
	expect([dayWords("2026-03-10", "2026-01-01"), dayWords("2027-03-10", "2026-01-01")]).toEqual([
		"Tue 10 Mar",
		"Wed 10 Mar 2027",
	]);
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

describe("forms", () => {
	const schema = z.object({ name: z.string(), count: whole(1, 5) });
	const labels = { count: "tries" };
	test("a schema's refusals land on their fields, in our sentences", async () => {
		const resolve = sentenceResolver(schema, labels);
		expect(await resolve({ name: "x", count: 9 }, undefined, {} as never)).toMatchObject({
			errors: { count: { message: "Tries is 9; at most 5 is allowed." } },
		});
		expect(await resolve({ name: "x", count: 3 }, undefined, {} as never)).toEqual({
			values: { name: "x", count: 3 },
			errors: {},
		});
		expect(
			asFieldErrors([
				{ path: "a.0.b", sentence: "one" },
				{ path: "a.0.b", sentence: "two" },
				{ path: "", sentence: "all" },
			]),
		).toEqual({
			a: { 0: { b: { type: "refused", message: "one" } } },
			root: { type: "refused", message: "all" },
		});
		expect([firstBadRow({ 3: {}, message: "x" }), firstBadRow(undefined)]).toEqual([3, -1]);
	});

	test("what is typed survives until it is let go", () => {
		const open = () =>
			renderHook(() => {
				const form = useForm({ defaultValues: { name: "" } });
				return { form, ...useDraft("test", 1, form as never) };
			});
		const first = open();
		expect(first.result.current.restored).toBe(false);
		act(() => {
			first.result.current.form.register("name");
			first.result.current.form.setValue("name", "half a word", { shouldDirty: true });
		});
		first.unmount();
		const second = open();
		expect(second.result.current.restored).toBe(true);
		expect(second.result.current.form.getValues("name")).toBe("half a word");
		act(() => second.result.current.forget());
		second.unmount();
		expect(open().result.current.restored).toBe(false);
	});

	test("a draft that cannot be read is thrown away, not stumbled over", () => {
		window.localStorage.setItem("peg-ladder draft broken", "{");
		const { result } = renderHook(() => useDraft("broken", 1, useForm({ defaultValues: { name: "" } }) as never));
		expect(result.current.restored).toBe(false);
		expect(window.localStorage.getItem("peg-ladder draft broken")).toBeNull();
	});

	test("a promise needs its words and its day", async () => {
		const made: [string, string][] = [];
		render(<PromiseForm placeholder="what" onPromise={(...one) => void made.push(one)} />);
		const button = screen.getByRole("button", { name: "promise" }) as HTMLButtonElement;
		fireEvent.change(screen.getByLabelText("Promise"), { target: { value: "  tape " } });
		expect(button.disabled).toBe(true);
		fireEvent.change(screen.getByLabelText("Due"), { target: { value: "2030-01-01" } });
		await act(async () => fireEvent.click(button));
		expect(made).toEqual([["tape", "2030-01-01"]]);
		expect((screen.getByLabelText("Promise") as HTMLInputElement).value).toBe("");
	});
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
