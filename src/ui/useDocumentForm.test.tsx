/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { useFieldArray } from "react-hook-form";
import { InForce } from "./InForce";
import { UndoRedo } from "./UndoRedo";
import { useDocumentForm } from "./useDocumentForm";

jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: () => {} }) }));
// The browser has it; this imitation of one does not.
globalThis.structuredClone ??= (value: unknown) => JSON.parse(JSON.stringify(value));

interface Doc {
	name: string;
	rows: { text: string }[];
}
const start: Doc = { name: "as it was", rows: [{ text: "one" }] };

let sent: Doc[];
function Page() {
	const { form, editor, steps, inForce } = useDocumentForm<Doc, { rev: number }>(
		"a form",
		{ rev: 1 },
		start,
		{
			read: (value) => value as Doc | null,
			check: (value) => ({ ok: true, value }),
			save: async (values, at) => {
				sent.push(values);
				return { ok: true, value: { rev: at.rev + 1 } };
			},
		},
		(values) => ({ values, errors: {} }),
	);
	const { fields, append } = useFieldArray({ control: form.control, name: "rows" });
	return (
		<form onBlur={() => editor.source?.flush()}>
			<input aria-label="name" {...form.register("name")} />
			{fields.map((field, i) => (
				<input key={field.id} aria-label={`row ${i}`} {...form.register(`rows.${i}.text`)} />
			))}
			<button type="button" onClick={() => append({ text: "" }, { shouldFocus: false })}>
				add
			</button>
			<UndoRedo {...steps} />
			<InForce {...inForce} />
		</form>
	);
}

const field = (name: string) => screen.getByLabelText(name) as HTMLInputElement;
const type = (name: string, text: string) => fireEvent.change(field(name), { target: { value: text } });
const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));
const rest = (ms = 1200) => act(async () => jest.advanceTimersByTimeAsync(ms));

beforeEach(() => {
	jest.useFakeTimers();
	localStorage.clear();
	sent = [];
	render(<Page />);
});
afterEach(() => jest.useRealTimers());

test("letters of one field are one step; undo and redo show in the fields, and what stands is stored", async () => {
	await rest();
	for (const text of ["a", "ab", "abc"]) type("name", text);
	expect(screen.getByTestId("standing").dataset.standing).toBe("keeping");
	await rest();
	expect(sent.map(({ name }) => name)).toEqual(["abc"]);
	expect(screen.getByTestId("standing").dataset.standing).toBe("kept");
	press("undo");
	expect(field("name").value).toBe("as it was");
	await rest();
	press("redo");
	expect(field("name").value).toBe("abc");
	await rest();
	expect(sent.map(({ name }) => name)).toEqual(["abc", "as it was", "abc"]);
});

test("undone while letters are still fresh, they are gone, and come back", async () => {
	await rest();
	type("row 0", "two");
	fireEvent.blur(field("row 0"));
	press("add");
	type("row 1", "three");
	press("undo");
	expect(field("row 1").value).toBe("");
	press("undo");
	expect(screen.queryByLabelText("row 1")).toBeNull();
	press("undo");
	expect(field("row 0").value).toBe("one");
	for (let i = 0; i < 3; i++) press("redo");
	expect([field("row 0").value, field("row 1").value]).toEqual(["two", "three"]);
	await rest();
	expect(sent.at(-1)?.rows).toEqual([{ text: "two" }, { text: "three" }]);
});

test("a page that goes while letters are fresh leaves them on this device", async () => {
	await rest();
	type("name", "cut o");
	fireEvent(window, new Event("pagehide"));
	expect(JSON.parse(localStorage.getItem("a form") ?? "")).toMatchObject({ at: { rev: 1 }, values: { name: "cut o" } });
});
