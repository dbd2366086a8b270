/**
 * @jest-environment jsdom
 * @jest-environment-options {"url": "https://new.example/"}
 */
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { keepPracticeLinks, renewPracticeLinks } from "@/server/practice";
import { OldLinks } from "./OldLinks";

jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: () => undefined }) }));
jest.mock("@/server/practice", () => ({
	renewPracticeLinks: jest.fn(async () => ({ ok: true, value: [{ name: "Pip", path: "/p/new" }] })),
	keepPracticeLinks: jest.fn(async () => ({ ok: true, value: null })),
}));
afterEach(cleanup);

const link = (id: string, address: string, name = "Pip") => ({ id, name, who: "Pip", address });

test("links of this address are none of its business", () => {
	expect(render(<OldLinks links={[link("a", "https://new.example")]} />).container.textContent).toBe("");
	expect(render(<OldLinks links={[]} />).container.textContent).toBe("");
});

test("links of another address are named, and made anew in one press; what is new stands there to be sent", async () => {
	render(
		<OldLinks
			links={[
				link("a", "http://old.example"),
				link("b", "http://old.example", "father"),
				link("c", "https://new.example"),
			]}
		/>,
	);
	expect(screen.getByText(/2 links lead to http:\/\/old\.example\./)).toBeTruthy();
	expect(screen.getByText("Pip, father")).toBeTruthy();
	fireEvent.click(screen.getByRole("button", { name: "make new links" }));
	expect(await screen.findByText("https://new.example/p/new")).toBeTruthy();
	expect(renewPracticeLinks).toHaveBeenCalledWith(["a", "b"], "https://new.example");
	fireEvent.click(screen.getByRole("button", { name: /^keep these links/ }));
	expect(keepPracticeLinks).toHaveBeenCalledWith(["a", "b"], "https://new.example");
});
