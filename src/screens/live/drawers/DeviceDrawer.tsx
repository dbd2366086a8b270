"use client";

import { useEffect, useState } from "react";
import { measureQuota, type StorageQuota } from "@/device/quota";
import { LightSwitch } from "@/ui/LightSwitch";
import { answerTouch, type DeviceSettings, keepSettings, sayCount, useDeviceSettings } from "../deviceSettings";
import { insecureWords } from "../insecure";
import { Choice, Choices, Drawer } from "./Drawer";
import css from "./drawer.module.css";

const toggles = [
	["vibrates", "vibrate", "at every touch, if the device can"],
	["sounds", "sound", "high for good, low for another"],
	["speaks", "say the count", "after every try"],
	["quick", "quick mode", "two touches within 0.15 s count as two"],
	["leftThumb", "left thumb", "mirrors the rows"],
	["large", "large text", "bigger without zooming"],
	["partner", "a partner counts", "marks the tries logged here"],
] as const satisfies readonly (readonly [keyof DeviceSettings, string, string])[];

const keyNames: Record<string, string> = { " ": "space" };
const nameOf = (key: string) => keyNames[key] ?? key;

const quotaWords = (quota: StorageQuota | null): string =>
	quota === null
		? "Checking the space on this device."
		: [
				quota.persistent === null
					? "This browser does not say whether it keeps your data."
					: quota.persistent
						? "Data on this device stays until you delete it."
						: "This browser may delete data here when space runs low. Go online to send it.",
				...(quota.leftMB === null ? [] : [`${Math.round(quota.leftMB).toLocaleString()} MB of space left.`]),
			].join(" ");

/** How this device answers and lies in the hand: nothing of it is in the record. */
export function DeviceDrawer() {
	const settings = useDeviceSettings();
	const [quota, setQuota] = useState<StorageQuota | null>(null);
	useEffect(() => void measureQuota().then(setQuota), []);
	const [learning, setLearning] = useState<"goodKey" | "offKey" | null>(null);
	useEffect(() => {
		if (!learning) return;
		// Before anything else hears it: the key that is learned does nothing yet.
		const learn = (event: KeyboardEvent) => {
			event.preventDefault();
			event.stopImmediatePropagation();
			if (event.key !== "Escape") keepSettings({ [learning]: event.key });
			setLearning(null);
		};
		window.addEventListener("keydown", learn, { capture: true });
		return () => window.removeEventListener("keydown", learn, { capture: true });
	}, [learning]);
	return (
		<Drawer title="This device">
			<Choices>
				{toggles.map(([name, words, small]) => (
					<Choice
						key={name}
						aria-pressed={settings[name]}
						small={small}
						onClick={() => {
							keepSettings({ [name]: !settings[name] });
							if (name === "speaks") sayCount("one");
							else answerTouch(true);
						}}
					>
						{words}
					</Choice>
				))}
				<LightSwitch className={css.choice ?? ""} />
				{document.fullscreenEnabled && (
					<Choice
						small="and back"
						onClick={() => {
							if (document.fullscreenElement) void document.exitFullscreen();
							else void document.documentElement.requestFullscreen().catch(() => undefined);
						}}
					>
						full screen
					</Choice>
				)}
			</Choices>
			{!window.isSecureContext && <p className="m-0 asks">{insecureWords}</p>}
			<p className="m-0 mute" data-testid="room">
				{quotaWords(quota)}
			</p>
			<h2>Remote, pedal, headset</h2>
			<Choices>
				{(
					[
						["goodKey", "good"],
						["offKey", "not good"],
					] as const
				).map(([name, words]) => (
					<Choice
						key={name}
						small={learning === name ? "press the key now, or Esc to cancel" : nameOf(settings[name])}
						onClick={() => setLearning(learning === name ? null : name)}
					>
						key for {words}
					</Choice>
				))}
			</Choices>
		</Drawer>
	);
}
