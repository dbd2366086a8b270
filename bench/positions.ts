import { freshPosition, type Skill } from "@/core/skill/skill";
import { against, few } from "./measure";
import { sideBySide } from "./sideBySide";
import { typist } from "./typist";

const TURNS = few(6, 1);
const KEYS = few(20, 4);
const LETTERS = ["a", "b", "Backspace", "Backspace"];

/** A skill of so many positions, each with something in it. */
const skillOf = (many: number): Skill => ({
	name: `Of ${many}`,
	about: "",
	positions: Array.from({ length: many }, (_, i) => ({
		...freshPosition(`p${i}`),
		name: `Position ${i}`,
		short: `p${i}`,
		tell: "Seen in a held finish.",
		fault: "Too low",
		cues: [{ text: `cue ${i}`, kind: "outside" as const }],
		origin: i > 0 ? `p${i - 1}` : null,
	})),
});

/** What an edit costs with sixty key positions, against the same edit with six. */
export const positions = (): Promise<void> =>
	sideBySide({ width: 1280, height: 800 }, async (context, studio) => {
		const writer = async (many: number) => {
			const response = await context.request.post(`${studio}/api/skills/of-${many}`, {
				data: { at: { rev: 0, draft: 0 }, skill: skillOf(many) },
			});
			if (!response.ok()) throw new Error(await response.text());
			const page = await context.newPage();
			await page.goto(`${studio}/skills/of-${many}`);
			const field = page.getByLabel("Name of position 3", { exact: true });
			await field.waitFor();
			await page.waitForTimeout(1000);
			return typist(page, field, KEYS, LETTERS);
		};
		await against({
			name: `main thread while ${KEYS} letters are typed into a key position, four a second, among sixty`,
			baseline: "the same among six",
			ours: await writer(60),
			theirs: await writer(6),
			turns: TURNS,
			unit: "ms",
			goal: 2,
		});
	});
