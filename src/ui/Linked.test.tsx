/** @jest-environment jsdom */
import { render } from "@testing-library/react";
import { Linked } from "./Linked";

const linked = (text: string) => {
	const { container } = render(<Linked text={text} />);
	return [
		container.textContent,
		[...container.querySelectorAll("a")].map((a) => [a.getAttribute("href"), a.rel, a.target].join(" ")),
	];
};

test.each([
	["nothing to open", []],
	[
		"see https://example.org/a?b=c, then (http://example.org/d).",
		["https://example.org/a?b=c", "http://example.org/d"],
	],
	["javascript:alert(1) and data:text/html,x", []],
	['https://example.org/"><script>', ["https://example.org/"]],
])("%s", (text, addresses) =>
	expect(linked(text)).toEqual([text, addresses.map((one) => `${one} noreferrer noopener _blank`)]),
);
