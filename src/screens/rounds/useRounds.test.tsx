/** @jest-environment jsdom */
import { act, renderHook, waitFor } from "@testing-library/react";
import type { PackLadder } from "@/core/pack/pack";
import { perform } from "@/device/perform";
import { NOT_KEPT } from "@/device/studio";
import { bestsOf } from "@/server/rounds";
import { useRounds } from "./useRounds";

jest.mock("@/server/rounds", () => ({ bestsOf: jest.fn() }));
jest.mock("@/device/perform", () => ({ NOT_KEPT: "not kept", perform: jest.fn(async () => ({ sent: true })) }));
// What is written of a score is another's to test.
jest.mock("@/core/commands/tries", () => ({ talliedSet: () => [] }));
jest.mock("@/core/pack/placing", () => ({ placeOn: () => null, variationOn: () => "own" }));
const bests = jest.mocked(bestsOf);

const player = { student: "ida", name: "Ida", ladder: {} as PackLadder, rung: "r2", does: "" };
const players = [player];
const settings = { seconds: 30, inPairs: false, ranked: false };

/** Scores of round after round, and whether each is told to be a personal best. */
async function told(...scores: number[]): Promise<boolean[]> {
	const { result } = renderHook(() => useRounds("studio", players, settings));
	await waitFor(() => expect(bests).toHaveBeenCalled());
	await act(async () => {});
	for (const score of scores) {
		act(() => result.current.type("ida", String(score)));
		await act(async () => expect(await result.current.keep()).toBe(true));
	}
	return result.current.kept.map((round) => round.scores[0]?.best ?? false).reverse();
}

test("a personal best beats what the record has, and what these rounds have", async () => {
	bests.mockResolvedValue({ ok: true, value: { r2: 7 } });
	expect(await told(6, 8, 8, 9)).toEqual([false, true, false, true]);
});

test("on a rung nobody has a score on, the first one is none, and the next may be", async () => {
	bests.mockResolvedValue({ ok: true, value: {} });
	expect(await told(6, 5, 7)).toEqual([false, false, true]);
});

test("where the record was never heard, nothing is told to be a best, however many rounds follow", async () => {
	bests.mockRejectedValue(new TypeError("Failed to fetch"));
	expect(await told(6, 7, 8)).toEqual([false, false, false]);
});

test("a round that cannot be kept here is not told to be: what was typed stays, with why", async () => {
	bests.mockResolvedValue({ ok: true, value: {} });
	jest.mocked(perform).mockRejectedValueOnce(new DOMException("full", "QuotaExceededError"));
	const { result } = renderHook(() => useRounds("studio", players, settings));
	act(() => result.current.type("ida", "7"));
	await act(async () => expect(await result.current.keep()).toBe(false));
	expect(result.current).toMatchObject({ kept: [], round: 0, typed: { ida: "7" }, refused: [{ sentence: NOT_KEPT }] });
	await act(async () => expect(await result.current.keep()).toBe(true));
	expect(result.current).toMatchObject({ round: 1, typed: {} });
});
