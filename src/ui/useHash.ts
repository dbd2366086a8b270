import { useEffect } from "react";

/**
 * Reads what stands after the # of the address, now and whenever somebody goes to another: by a link, a typed address,
 * or back. What a page itself puts there with `replaceState` is not told.
 *
 * @param read always the same function, as a state's setter is
 */
export function useHash(read: (hash: string) => void): void {
	useEffect(() => {
		const now = () => read(window.location.hash.slice(1));
		now();
		window.addEventListener("hashchange", now);
		return () => window.removeEventListener("hashchange", now);
	}, [read]);
}
