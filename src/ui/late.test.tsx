/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { late } from "./late";

const Again = ({ onAgain }: { onAgain: () => void }) => (
	<button type="button" onClick={onAgain}>
		try again
	</button>
);
const settle = () => act(async () => {});

test("what is fetched stands there, at once the next time", async () => {
	const Drawer = late(
		async () =>
			({ words }: { words: string }) => <p>{words}</p>,
		Again,
	);
	const { unmount } = render(<Drawer words="here" />);
	expect(screen.queryByText("here")).toBeNull();
	await settle();
	expect(screen.getByText("here")).toBeTruthy();
	unmount();
	render(<Drawer words="again" />);
	expect(screen.getByText("again")).toBeTruthy();
});

test("what cannot be fetched is asked for again on a press", async () => {
	let signal = false;
	const Drawer = late(async () => {
		if (!signal) throw new Error("no signal");
		return () => <p>here</p>;
	}, Again);
	render(<Drawer />);
	await settle();
	signal = true;
	fireEvent.click(screen.getByRole("button", { name: "try again" }));
	await settle();
	expect(screen.getByText("here")).toBeTruthy();
});

test("what breaks while it is drawn takes nothing around it down", async () => {
	const said = jest.spyOn(console, "error").mockImplementation(() => {});
	let broken = true;
	const Drawer = late(
		async () => () => {
			if (broken) throw new Error("not as it was thought");
			return <p>mended</p>;
		},
		Again,
	);
	render(
		<main>
			<p>the count</p>
			<Drawer />
		</main>,
	);
	await settle();
	expect(screen.getByText("the count")).toBeTruthy();
	broken = false;
	fireEvent.click(screen.getByRole("button", { name: "try again" }));
	expect(screen.getByText("mended")).toBeTruthy();
	said.mockRestore();
});
