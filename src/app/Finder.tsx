"use client";

import { type ComponentType, useEffect, useState } from "react";

interface Panel {
	open: boolean;
	onClose: () => void;
}

/** Search over whatever page is open. Fetched when it is first asked for; where that fails the page of search is opened. */
export function Finder() {
	const [open, setOpen] = useState(false);
	const [Shown, setShown] = useState<ComponentType<Panel> | null>(null);
	useEffect(() => {
		const show = () => {
			delete document.documentElement.dataset.search;
			setOpen(true);
			import("@/screens/find/SearchPanel").then(
				({ SearchPanel }) => setShown(() => SearchPanel),
				() => window.location.assign("/find"),
			);
		};
		window.addEventListener("peg-ladder-search", show);
		if (document.documentElement.dataset.search) show();
		return () => window.removeEventListener("peg-ladder-search", show);
	}, []);
	return Shown && <Shown open={open} onClose={() => setOpen(false)} />;
}
