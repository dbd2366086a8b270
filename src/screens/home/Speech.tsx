import { createContext, Fragment, useContext } from "react";
import type { PageMessageId } from "@/core/languages/english";
import { type Locale, localeOf, type Values } from "@/core/languages/locale";

/** The language of the student whose page it is. */
export const Speech = createContext<Locale>(localeOf());
export const useSpeech = (): Locale => useContext(Speech);

/** A message whose part between `<b>` and `</b>` is bold. Its values are numbers and days, never somebody's text. */
export function Rich({ id, values }: { id: PageMessageId; values: Values }) {
	const { say } = useSpeech();
	return say(id, values)
		.split(/<\/?b>/)
		.map((part, i) =>
			i % 2 === 1 ? (
				// biome-ignore lint/suspicious/noArrayIndexKey: a part is its place
				<b key={i}>{part}</b>
			) : (
				// biome-ignore lint/suspicious/noArrayIndexKey: a part is its place
				<Fragment key={i}>{part}</Fragment>
			),
		);
}
