import { Fragment } from "react";

/** An address as it stands in a text; the dot or bracket behind it is the sentence's. */
const ADDRESS = /(https?:\/\/[^\s<>"]+[^\s<>".,;:!?)\]}'’”])/;

/** A text in which web addresses are links: opened apart, and the other side is not told from where. */
export const Linked = ({ text }: { text: string }) =>
	text.split(ADDRESS).map((part, i) =>
		i % 2 === 1 ? (
			// biome-ignore lint/suspicious/noArrayIndexKey: a part is its place
			<a key={i} href={part} target="_blank" rel="noreferrer noopener">
				{part}
			</a>
		) : (
			// biome-ignore lint/suspicious/noArrayIndexKey: a part is its place
			<Fragment key={i}>{part}</Fragment>
		),
	);
