"use client";

/** Search opens over the page, from wherever this is heard. */
export const openSearch = () => window.dispatchEvent(new Event("peg-ladder-search"));

export const SearchButton = ({ className }: { className?: string | undefined }) => (
	<button type="button" className={className} onClick={openSearch}>
		search
	</button>
);
