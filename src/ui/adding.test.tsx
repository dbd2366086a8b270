/** @jest-environment jsdom */
import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { adding } from "./adding";

function Rows({ fields }: { fields: (n: number) => React.ReactNode }) {
	const [rows, setRows] = useState([0]);
	return (
		<main>
			<input aria-label="above" />
			{rows.map((n) => (
				<div key={n}>{fields(n)}</div>
			))}
			<button type="button" onClick={adding(() => setRows([...rows, rows.length]))}>
				add a row
			</button>
			<button type="button" onClick={adding(() => {})}>
				add nothing
			</button>
		</main>
	);
}
const press = (name: string) => {
	const button = screen.getByRole("button", { name });
	button.focus();
	fireEvent.click(button);
	return button;
};

test("the keyboard goes on in the new row: in its first field for words, whatever stands before that", async () => {
	render(
		<Rows
			fields={(n) => (
				<>
					<select aria-label={`kind ${n}`} />
					<input type="number" aria-label={`age ${n}`} />
					<textarea aria-label={`why ${n}`} />
					<textarea aria-label={`who ${n}`} />
				</>
			)}
		/>,
	);
	press("add a row");
	await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText("why 1")));
	press("add a row");
	await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText("why 2")));
});

test("a row without words is begun at its first field", async () => {
	render(
		<Rows
			fields={(n) => (
				<>
					<select aria-label={`part ${n}`} />
					<input type="number" aria-label={`age ${n}`} />
				</>
			)}
		/>,
	);
	press("add a row");
	await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText("part 1")));
});

test("where nothing came, the focus stays", async () => {
	render(<Rows fields={() => null} />);
	const button = press("add nothing");
	await new Promise((resolve) => setTimeout(resolve, 200));
	expect(document.activeElement).toBe(button);
});

test("a row that somebody else makes is gone on in once it is there", async () => {
	function Asked() {
		const [rows, setRows] = useState<string[]>([]);
		const ask = async () => {
			await new Promise((resolve) => setTimeout(resolve, 150));
			setRows([...rows, "Scarves"]);
		};
		return (
			<section>
				{rows.map((name) => (
					<input key={name} aria-label={name} />
				))}
				<button type="button" onClick={adding(ask)}>
					a drill
				</button>
			</section>
		);
	}
	render(<Asked />);
	press("a drill");
	await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText("Scarves")));
});

test("a button that gives its place up to a field leaves the keyboard in it", async () => {
	function Judged() {
		const [words, setWords] = useState<string | null>(null);
		if (words !== null) return <input aria-label="words" value={words} onChange={() => {}} />;
		return (
			<button type="button" onClick={adding(() => setWords(""))}>
				judge it
			</button>
		);
	}
	render(
		<section>
			<Judged />
		</section>,
	);
	press("judge it");
	await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText("words")));
});
