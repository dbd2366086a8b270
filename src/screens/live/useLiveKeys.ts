"use client";

import type { Inputs } from "@/core/lesson/inputs";
import type { Attempt } from "@/core/log/kinds";
import { useKeys } from "@/ui/useKeys";
import { type DeviceSettings, useDeviceSettings } from "./deviceSettings";
import type { DrawerName } from "./LiveContext";
import type { Acts } from "./useActs";
import type { When } from "./useTouch";

/** The keys a remote sends by itself are those the coach gave it, where she gave it others. */
const remoteKey = (key: string, { goodKey, offKey }: DeviceSettings): string =>
	key === "PageDown" ? goodKey : key === "PageUp" ? offKey : key;

/** Every key of the live lesson: fields, marks, what is called, the clock, drawers and the advice. */
export function useLiveKeys({
	acts,
	layout,
	advice,
	onAttempt,
	onMark,
	onCall,
	onClock,
	onNoCount,
	onDrawer,
	onClose,
}: {
	acts: Acts;
	layout: Inputs;
	advice: { follow: () => void; overrule: () => void };
	onAttempt: (attempt: Attempt, when?: When) => void;
	onMark: (id: string) => void;
	onCall: (called: string) => void;
	onClock: () => void;
	onNoCount: () => void;
	onDrawer: (name: DrawerName) => void;
	onClose: () => void;
}): void {
	const settings = useDeviceSettings();
	const fields = [...layout.main, ...layout.rows.flat()].flatMap((field) =>
		(field.keys ?? []).map(
			(key) =>
				[
					remoteKey(key, settings),
					(event: KeyboardEvent) => onAttempt(field.attempt, { down: event.timeStamp, up: event.timeStamp }),
				] as const,
		),
	);
	const marks = (layout.marks ?? []).map(({ id, key }) => [key ?? id, () => onMark(id)] as const);
	const call = (by: number) => {
		const { all, now } = layout.calls ?? { all: [], now: "" };
		if (all.length > 0) onCall(all[(all.indexOf(now) + by + all.length) % all.length] as string);
	};
	useKeys({
		...Object.fromEntries([...fields, ...marks]),
		k: onClock,
		"[": () => call(-1),
		"]": () => call(1),
		n: onNoCount,
		u: acts.undo,
		c: () => onDrawer("cue"),
		s: () => onDrawer("state"),
		e: () => onDrawer("more"),
		l: () => onDrawer("ladders"),
		t: () => onDrawer("tries"),
		f: advice.follow,
		o: advice.overrule,
		Escape: onClose,
	});
}
