import { useEffect, useState } from "react";

/**
 * What stands after the # of the address, also once somebody goes to another: by a link, a typed address, or back.
 * And what puts another there without a step in the browser's past.
 */
export function useHash(): [string, (hash: string) => void] {
	const [hash, setHash] = useState("");
	useEffect(() => {
		const read = () => setHash(window.location.hash.slice(1));
		read();
		window.addEventListener("hashchange", read);
		return () => window.removeEventListener("hashchange", read);
	}, []);
	return [
		hash,
		(next) => {
			window.history.replaceState(null, "", `#${next}`);
			setHash(next);
		},
	];
}
