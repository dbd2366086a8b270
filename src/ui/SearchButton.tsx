"use client";

/** Search opens over the page, from wherever this is heard; asked for before anybody hears, it opens then. */
export function openSearch(): void {
	document.documentElement.dataset.search = "asked";
	window.dispatchEvent(new Event("peg-ladder-search"));
}

export const SearchButton = ({ className }: { className?: string | undefined }) => (
	<button type="button" className={className} onClick={openSearch}>
		search
	</button>
);
