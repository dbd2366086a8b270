/** @jest-environment jsdom */
import { TextEncoder } from "node:util";
import { act, fireEvent, render, renderHook, screen } from "@testing-library/react";
import { useForm } from "react-hook-form";
import * as z from "zod/mini";
import { whole } from "@/core/text/fields";
import { PromiseForm } from "./PromiseForm";
import { asFieldErrors, firstBadRow, sentenceResolver } from "./sentenceResolver";
import { useDraft } from "./useDraft";

/** The test page has no encoder of its own; hashes need one. */
beforeAll(() => {
	Object.assign(globalThis, { TextEncoder });
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
		render(<PromiseForm placeholder="what" onPromise={(...one) => made.push(one) > 0} />);
		const button = screen.getByRole("button", { name: "promise" }) as HTMLButtonElement;
		fireEvent.change(screen.getByLabelText("Promise"), { target: { value: "  tape " } });
		expect(button.disabled).toBe(true);
		fireEvent.change(screen.getByLabelText("Due"), { target: { value: "2030-01-01" } });
		await act(async () => fireEvent.click(button));
		expect(made).toEqual([["tape", "2030-01-01"]]);
		expect((screen.getByLabelText("Promise") as HTMLInputElement).value).toBe("");
	});
});
