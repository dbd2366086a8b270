import { against, few } from "./measure";
import { sideBySide } from "./sideBySide";
import { typist } from "./typist";

const TURNS = few(6, 1);
const KEYS = few(20, 4);
const DIGITS = ["1", "Backspace", "2", "Backspace", "3", "Backspace"];

/** How busy the page's one thread is while a number of the rule is typed over and over, against a bare form. */
export const typing = (): Promise<void> =>
	sideBySide({ width: 1280, height: 800 }, async (context, studio, bare) => {
		const designer = await context.newPage();
		await designer.goto(`${studio}/rules`);
		await designer.getByTestId("worth").waitFor();
		const form = await context.newPage();
		await form.goto(`${bare}/form`);
		await form.waitForTimeout(1000);
		const [ours, theirs] = [
			await typist(designer, designer.getByLabel("good", { exact: true }), KEYS, DIGITS),
			await typist(form, form.getByLabel("good", { exact: true }), KEYS, DIGITS),
		];
		await against({
			name: `main thread while ${KEYS} digits are typed into the rule designer, four a second`,
			baseline: "a bare page of the same framework with one field of the same kind and the words of what it holds",
			ours,
			theirs,
			turns: TURNS,
			unit: "ms",
			goal: 1.5,
		});
	});
