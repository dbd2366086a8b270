import type { MouseEvent } from "react";

/** A row may need a few frames to be drawn. */
const FRAMES = 5;

/**
 * For a button that adds a row, or gives its place up to a field: whoever pressed it goes on in what came, in its first
 * field for words or, where there is none, its first field. The row stands before the button: without this a keyboard
 * goes once around the page to it.
 *
 * @param add may take its time, as where the server makes the row
 */
export const adding =
	(add: () => unknown) =>
	async ({ currentTarget }: MouseEvent<HTMLElement>): Promise<void> => {
		const [part, page] = [currentTarget.closest("section, fieldset"), currentTarget.closest("main")];
		// What the button stood in may have given its place up with it.
		const around = () => [part, page].find((one) => one?.isConnected) ?? document.body;
		const fields = () => [...around().querySelectorAll<HTMLElement>("textarea, input, select")];
		const before = new Set(document.querySelectorAll("textarea, input, select"));
		await add();
		const look = (left: number) =>
			requestAnimationFrame(() => {
				const made = fields().filter((field) => !before.has(field));
				const field = made.find((one) => one.matches("textarea, input[type=text], input:not([type])")) ?? made[0];
				if (field) field.focus();
				else if (left > 1) look(left - 1);
			});
		look(FRAMES);
	};
