"use client";

import { useEffect, useRef, useState } from "react";
import { isCalled } from "@/core/groups/rounds";

const SECOND_MS = 1000;
const LOOK_MS = 100;
const HIGH = 880;
const LOW = 440;

/** A short tone: the device's own, so that nothing has to be fetched. */
function tone(frequency: number, seconds: number): void {
	try {
		const context = new AudioContext();
		const sound = context.createOscillator();
		sound.frequency.value = frequency;
		sound.connect(context.destination);
		sound.start();
		sound.stop(context.currentTime + seconds);
		sound.onended = () => void context.close();
	} catch {
		// A device without sound still shows the seconds.
	}
}

const say = (words: string) => {
	if ("speechSynthesis" in window) window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
};

/** One clock for all: seconds left, called out; ends by itself. It goes by the time of day, so a slow page is no slow clock. */
export function useRoundClock(seconds: number, onEnd: () => void) {
	const [until, setUntil] = useState<number | null>(null);
	const [left, setLeft] = useState(seconds);
	const called = useRef<number | null>(null);
	const end = useRef(onEnd);
	end.current = onEnd;
	useEffect(() => {
		if (until === null) return;
		const timer = setInterval(() => {
			const now = Math.max(0, Math.ceil((until - Date.now()) / SECOND_MS));
			setLeft(now);
			if (now === called.current) return;
			called.current = now;
			if (now === 0) {
				tone(LOW, 0.8);
				setUntil(null);
				end.current();
			} else if (isCalled(now)) say(String(now));
		}, LOOK_MS);
		return () => clearInterval(timer);
	}, [until]);
	return {
		running: until !== null,
		left: until === null ? seconds : left,
		start: () => {
			called.current = seconds;
			setLeft(seconds);
			tone(HIGH, 0.3);
			setUntil(Date.now() + seconds * SECOND_MS);
		},
		/** Ends it before its time: nothing is scored. */
		stop: () => setUntil(null),
	};
}
