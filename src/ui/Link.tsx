// biome-ignore lint/style/noRestrictedImports: the one place that may: everybody else has this one
import NextLink from "next/link";
import type { ComponentProps } from "react";

/**
 * A link to one of our pages, which asks for nothing before it is pressed. Next's own fetches ahead for every link in
 * sight; no page here stands still, so all that came was its frame, and a page with 30 links asked the server 40 times.
 */
export default function Link(props: ComponentProps<typeof NextLink>) {
	return <NextLink {...props} prefetch={false} />;
}
