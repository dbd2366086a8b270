"use client";

import { type ComponentType, useEffect, useState } from "react";
import css from "./frame.module.css";
import { Key, type KeyHint } from "./Key";
import type { KeySheetProps } from "./KeySheet";
import { useKeys } from "./useKeys";

const everywhere: readonly KeyHint[] = [
	{ keys: ["?"], does: "these keys" },
	{ keys: ["/"], does: "search" },
	{ keys: ["Tab"], does: "next control" },
	{ keys: ["Esc"], does: "close what is open" },
];

/** Whether the page is being used by keys: from the first one that is no writing to the next press of a pointer. */
function useKeysInUse(): boolean {
	const [inUse, setInUse] = useState(false);
	useEffect(() => {
		const stop = new AbortController();
		const { signal } = stop;
		window.addEventListener(
			"keydown",
			({ key, target }) => {
				const isWriting = target instanceof HTMLElement && target.matches("input, textarea, select");
				if (!isWriting || key === "Tab" || key === "Escape") setInUse(true);
			},
			{ signal },
		);
		window.addEventListener("pointerdown", () => setInUse(false), { signal });
		return () => stop.abort();
	}, []);
	return inUse;
}

/** The line of keys at the foot of a bench, and the whole list on `?`. */
export function KeyLine({ hints }: { hints: readonly KeyHint[] }) {
	const [open, setOpen] = useState(false);
	const [Sheet, setSheet] = useState<ComponentType<KeySheetProps> | null>(null);
	useKeys({ "?": () => setOpen(true) });
	useEffect(() => {
		const show = () => setOpen(true);
		window.addEventListener("peg-ladder-keys", show);
		return () => window.removeEventListener("peg-ladder-keys", show);
	}, []);
	useEffect(() => {
		// Fetched when it is first asked for; where that fails nothing else does.
		if (open)
			import("./KeySheet").then(
				({ KeySheet }) => setSheet(() => KeySheet),
				() => setOpen(false),
			);
	}, [open]);
	const shown = useKeysInUse();
	const all = [...hints, ...everywhere];
	return (
		<>
			<div className={css.keys} aria-hidden="true" hidden={!shown}>
				{all.map(({ keys, does }) => (
					<span key={does}>
						{keys.map((key) => (
							<Key key={key} name={key} />
						))}
						{does}
					</span>
				))}
			</div>
			{Sheet && <Sheet all={all} open={open} onClose={() => setOpen(false)} />}
		</>
	);
}
