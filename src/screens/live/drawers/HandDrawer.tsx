"use client";

import { useEffect, useState } from "react";
import { lookAtRoom, type Room } from "@/device/watch";
import { LightSwitch } from "@/ui/LightSwitch";
import { answerTouch, type Hand, insecureWords, keepHand, sayCount, useHand } from "../hand";
import css from "../live.module.scss";
import { Choice, Choices, Drawer } from "./Drawer";

const toggles = [
	["vibrates", "vibrate", "at every touch, where the device can"],
	["sounds", "sound", "high for good, low for another"],
	["speaks", "say the count", "after every try"],
	["quick", "quick mode", "two touches within 0.15 s are two"],
	["leftThumb", "left thumb", "rows the other way round"],
	["large", "large text", "instead of zooming the page"],
	["partner", "a partner counts", "tries logged here are marked so"],
] as const satisfies readonly (readonly [keyof Hand, string, string])[];

const keyNames: Record<string, string> = { " ": "space" };
const nameOf = (key: string) => keyNames[key] ?? key;

const roomWords = (room: Room | null): string =>
	room === null
		? "Looking at the room on this device."
		: [
				room.persistent === null
					? "This browser does not say whether it keeps what is here for good."
					: room.persistent
						? "What is kept here stays until you clear it."
						: "This browser may clear what is kept here when it runs short of room; send it on.",
				...(room.leftMB === null ? [] : [`Room for ${Math.round(room.leftMB).toLocaleString()} MB is left.`]),
			].join(" ");

/** How this device answers and lies in the hand: nothing of it is in the record. */
export function HandDrawer({ onClose }: { onClose: () => void }) {
	const hand = useHand();
	const [room, setRoom] = useState<Room | null>(null);
	useEffect(() => void lookAtRoom().then(setRoom), []);
	const [learning, setLearning] = useState<"goodKey" | "offKey" | null>(null);
	useEffect(() => {
		if (!learning) return;
		// Before anything else hears it: the key that is learned does nothing yet.
		const learn = (event: KeyboardEvent) => {
			event.preventDefault();
			event.stopImmediatePropagation();
			if (event.key !== "Escape") keepHand({ [learning]: event.key });
			setLearning(null);
		};
		window.addEventListener("keydown", learn, { capture: true });
		return () => window.removeEventListener("keydown", learn, { capture: true });
	}, [learning]);
	return (
		<Drawer title="This device" onClose={onClose}>
			<Choices>
				{toggles.map(([name, words, small]) => (
					<Choice
						key={name}
						aria-pressed={hand[name]}
						small={small}
						onClick={() => {
							keepHand({ [name]: !hand[name] });
							if (name === "speaks") sayCount("one");
							else answerTouch(true);
						}}
					>
						{words}
					</Choice>
				))}
				<LightSwitch className={css.choice ?? ""} />
				<Choice
					small="and back"
					onClick={() => {
						if (document.fullscreenElement) void document.exitFullscreen();
						else void document.documentElement.requestFullscreen?.().catch(() => undefined);
					}}
				>
					full screen
				</Choice>
			</Choices>
			{!window.isSecureContext && <p className="m-0 asks">{insecureWords}</p>}
			<p className="m-0 mute" data-testid="room">
				{roomWords(room)}
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
						small={learning === name ? "press its key now; Esc leaves it" : nameOf(hand[name])}
						onClick={() => setLearning(learning === name ? null : name)}
					>
						key for {words}
					</Choice>
				))}
			</Choices>
		</Drawer>
	);
}
