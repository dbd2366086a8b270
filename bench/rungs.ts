import { buildLadder } from "@/core/build/buildLadder";
import type { Difficulty } from "@/core/difficulty/difficulty";
import type { Ladder, Rung } from "@/core/ladder/ladder";
import { freshRung } from "@/core/ladder/rung";
import { addLadder } from "@/store/ladders";
import { against, few } from "./measure";
import { sideBySide } from "./sideBySide";
import { typist } from "./typist";

const TURNS = few(6, 1);
const KEYS = few(20, 4);
const LETTERS = ["a", "b", "Backspace", "Backspace"];
const FRAME_MS = 1000 / 60;

/** A ladder of so many rungs, each with notches of its own, so that steps and expected rates are worked out. */
const ladderOf = (many: number): Ladder => ({
	side: "none",
	policy: "mastery",
	start: null,
	rungs: Array.from({ length: many }, (_, i): Rung => {
		const notches = { extent: Math.min(49, Math.floor(i / 4)), tempo: i % 4 };
		return { id: `rung-${many}-${i}`, settings: { ...freshRung(`Rung ${i + 1} of ${many}`), notches } };
	}),
});

/** The builder at its largest, and what a letter typed on a long ladder costs against a short one. */
export const rungs = async (): Promise<void> => {
	build();
	await sideBySide({ width: 1280, height: 800 }, async (context, url, _bare, studio) => {
		const writer = async (many: number) => {
			const id = `of-${many}`;
			await studio.inStore((store) => addLadder(store, "pip", "balls", ladderOf(many), id));
			const page = await context.newPage();
			await page.goto(`${url}/ladders/${id}`);
			await page.getByRole("button", { name: `Rung 3 of ${many}`, exact: true }).click();
			const field = page.getByLabel("Rung", { exact: true });
			await field.waitFor();
			await page.waitForTimeout(2000);
			return typist(page, field, KEYS, LETTERS);
		};
		await against({
			name: `main thread while ${KEYS} letters are typed into a rung, four a second, on a ladder of 200 rungs`,
			baseline: "the same on a ladder of five",
			ours: await writer(200),
			theirs: await writer(5),
			turns: TURNS,
			unit: "ms",
			goal: 2,
		});
	});
};

/** Twelve difficulties of eight notches into forty rungs, which is worked out at each change of the builder's form. */
function build(): void {
	const difficulties = Array.from(
		{ length: 12 },
		(_, d): Difficulty => ({
			id: `d${d}`,
			name: `difficulty ${d}`,
			notches: Array.from({ length: 8 }, (_, n) => ({
				name: `notch ${n}`,
				weight: n === 0 ? 0 : 1 + ((d + n) % 3) / 2,
			})),
		}),
	);
	const once = () => {
		let n = 0;
		const made = buildLadder(
			{
				skill: { name: "Large", about: "", positions: [] },
				side: "none",
				policy: "mastery",
				difficulties,
				chaining: null,
				size: { rungs: 40 },
				easeBack: false,
				ends: Object.fromEntries(difficulties.map(({ id }) => [id, { start: 0, goal: 7 }])),
			},
			() => `rung-${n++}`,
		);
		if (!made.ok) throw new Error(made.refusals[0]?.sentence);
	};
	for (let i = 0; i < 5; i++) once();
	const times = Array.from({ length: 20 }, () => {
		const from = performance.now();
		once();
		return performance.now() - from;
	}).sort((a, b) => a - b);
	const [median, worst] = [times[10] as number, times.at(-1) as number];
	console.log("a ladder of 40 rungs built of 12 difficulties of 8 notches, on the main thread");
	console.log(
		`  ${(median / FRAME_MS).toFixed(2)} of a frame at 60 Hz (${median.toFixed(2)} ms, at worst ${worst.toFixed(2)} ms in 20 runs); on a machine four times as slow ${((4 * median) / FRAME_MS).toFixed(2)}; goal 1: ${4 * median <= FRAME_MS ? "met there too" : median <= FRAME_MS ? "met here, missed there" : "missed"}`,
	);
}
