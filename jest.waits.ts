// A wait ends when what it waits for is there; its limit is for what hangs, not for a slow machine.
if (typeof window !== "undefined") {
	const { configure } = jest.requireActual<typeof import("@testing-library/react")>("@testing-library/react");
	configure({ asyncUtilTimeout: 60_000 });
}
