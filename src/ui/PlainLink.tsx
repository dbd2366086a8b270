"use client";

import { useRouter } from "next/navigation";
import type { MouseEvent } from "react";

/**
 * A link that changes the page without loading it anew, and fetches nothing before it is
 * pressed. The framework's own link weighs more than the lesson has room for.
 */
export function PlainLink({ href, ...rest }: React.ComponentProps<"a"> & { href: string }) {
	const router = useRouter();
	const go = (event: MouseEvent<HTMLAnchorElement>) => {
		if (event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return;
		event.preventDefault();
		router.push(href);
	};
	return <a href={href} onClick={go} {...rest} />;
}
