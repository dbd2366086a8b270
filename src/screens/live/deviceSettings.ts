"use client";

import { useSyncExternalStore } from "react";
import { keepJson, readKept, readKeptJson } from "@/device/localKeep";

/** How this device answers a touch, and how it lies in the hand. It belongs to the device, not to the record. */
export interface DeviceSettings {
	vibrates: boolean;
	sounds: boolean;
	/** Says the count aloud. */
	speaks: boolean;
	/** Every touch counts, however soon after the last one. */
	quick: boolean;
	leftThumb: boolean;
	large: boolean;
	/** A partner holds it: what is logged here is marked so. */
	partner: boolean;
	/** Keys of a presenter remote, a pedal or a headset. */
	goodKey: string;
	offKey: string;
}

export const usualSettings: DeviceSettings = {
	vibrates: true,
	sounds: false,
	speaks: false,
	quick: false,
	leftThumb: false,
	large: false,
	partner: false,
	goodKey: "PageDown",
	offKey: "PageUp",
};

const NAME = "peg-ladder hand";
let known: { text: string | null; settings: DeviceSettings } = { text: null, settings: usualSettings };

/** The same object as long as nothing is changed. */
export function readSettings(): DeviceSettings {
	const text = readKept(NAME);
	if (text !== known.text) {
		const kept = readKeptJson(NAME, (value) => value as Partial<DeviceSettings> | null);
		known = { text, settings: { ...usualSettings, ...kept } };
	}
	return known.settings;
}

export function keepSettings(change: Partial<DeviceSettings>): void {
	keepJson(NAME, { ...readSettings(), ...change });
	window.dispatchEvent(new Event(NAME));
}

const subscribe = (listener: () => void) => {
	window.addEventListener(NAME, listener);
	window.addEventListener("storage", listener);
	return () => {
		window.removeEventListener(NAME, listener);
		window.removeEventListener("storage", listener);
	};
};
export const useDeviceSettings = (): DeviceSettings =>
	useSyncExternalStore(subscribe, readSettings, () => usualSettings);

/** A second touch within this is the same one once more: a thumb that trembles, a key that is held. */
const SAME_TOUCH_MS = 150;
let last = Number.NEGATIVE_INFINITY;

/** Whether a touch at this moment is one of its own. */
export function isTouch(at: number): boolean {
	const again = at - last < SAME_TOUCH_MS;
	if (again && !readSettings().quick) return false;
	last = at;
	return true;
}

let audio: AudioContext | null = null;

/** Answers a touch at once, before anything is stored: short for good, twice for another. */
export function answerTouch(good: boolean): void {
	const { vibrates, sounds } = readSettings();
	if (vibrates) navigator.vibrate?.(good ? 18 : [12, 50, 12]);
	if (!sounds || typeof AudioContext === "undefined") return;
	audio ??= new AudioContext();
	const [tone, level] = [audio.createOscillator(), audio.createGain()];
	tone.frequency.value = good ? 880 : 330;
	level.gain.setValueAtTime(0.2, audio.currentTime);
	level.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.12);
	tone.connect(level).connect(audio.destination);
	tone.start();
	tone.stop(audio.currentTime + 0.13);
}

/** The new count aloud; a count that is overtaken is not finished. */
export function sayCount(words: string): void {
	if (!readSettings().speaks || typeof SpeechSynthesisUtterance === "undefined") return;
	window.speechSynthesis.cancel();
	window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
}

/** Under which name this device keeps who is on a lesson's group board. */
export const groupKey = (lesson: string): string => `peg-ladder group ${lesson}`;
