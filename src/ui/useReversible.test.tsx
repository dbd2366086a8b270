/** @jest-environment jsdom */
import { act, renderHook } from "@testing-library/react";
import { unpark } from "@/core/commands/said";
import { perform } from "@/device/perform";
import { NOT_KEPT } from "@/device/studio";
import { useRecord } from "./useRecord";
import { useReversible } from "./useReversible";

jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: () => {} }) }));
jest.mock("@/device/perform", () => ({ NOT_KEPT: "not kept", perform: jest.fn() }));
const written = jest.mocked(perform);
const useBench = () => {
	const { note, write } = useRecord("studio");
	return { note, ...useReversible(write) };
};
const full = new DOMException("full", "QuotaExceededError");
const command = unpark("ida", "p");

beforeEach(() => void written.mockReset().mockResolvedValue({ sent: true }));

test("what is pressed stands, and is taken back by its own number", async () => {
	const { result } = renderHook(useBench);
	await act(async () => result.current.press(command));
	const id = result.current.done?.[0]?.id;
	expect(written).toHaveBeenLastCalledWith("studio", [{ ...command[0], id }]);
	await act(async () => result.current.takeBack());
	expect(result.current).toMatchObject({ done: null, note: "" });
	expect(written.mock.lastCall?.[1]).toMatchObject([{ kind: "void", student: "ida", body: { targets: [id] } }]);
});

test("without a signal it is done, and the note says that it waits", async () => {
	written.mockResolvedValue({ sent: false });
	const { result } = renderHook(useBench);
	await act(async () => result.current.press(command));
	expect(result.current.done).not.toBeNull();
	expect(result.current.note).toContain("Saved on this device. It is sent when the server answers.");
});

test("what cannot be kept here is not said to be done, and what cannot be taken back still stands", async () => {
	const { result } = renderHook(useBench);
	written.mockRejectedValueOnce(full);
	await act(async () => result.current.press(command));
	expect(result.current).toMatchObject({ done: null, note: NOT_KEPT });
	await act(async () => result.current.press(command));
	expect(result.current.note).toBe("");
	written.mockRejectedValueOnce(full);
	await act(async () => result.current.takeBack());
	expect(result.current.done).not.toBeNull();
	expect(result.current.note).toBe(NOT_KEPT);
});
