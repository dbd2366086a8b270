/** @jest-environment jsdom */
import { render, screen } from "@testing-library/react";
import { opensHereOnly, PrivateAddress } from "./PrivateAddress";

test.each([
	["http://localhost:3000/p/x", true],
	["http://127.0.0.1:4100/p/x", true],
	["http://[::1]:3000/p/x", true],
	["http://harbour.localhost:3000/p/x", true],
	["http://192.168.1.20:3000/p/x", false],
	["https://studio.example/p/x", false],
	["https://localhost.example/p/x", false],
])("%s opens on this computer only: %s", (address, here) => {
	expect(opensHereOnly(address)).toBe(here);
	render(<PrivateAddress address={address} />);
	expect(screen.getByTestId("address").textContent).toBe(address);
	expect(screen.queryByText(/Only this computer can open this address/) !== null).toBe(here);
});
