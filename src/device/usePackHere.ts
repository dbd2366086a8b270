"use client";

import { useEffect, useState } from "react";
import type { Pack } from "@/core/pack/pack";
import { keepAhead, packAhead } from "./ahead";

/** What this device knows of students and ladders: what is kept here first, then what the server says, where it answers. */
export function usePackHere(): Pack | null {
	const [pack, setPack] = useState<Pack | null>(null);
	useEffect(() => {
		let current = true;
		const show = async () => {
			const here = await packAhead();
			if (current && here) setPack(here);
		};
		void show()
			.catch(() => undefined)
			.then(keepAhead)
			.then(show)
			.catch(() => undefined);
		return () => {
			current = false;
		};
	}, []);
	return pack;
}
