let audio: AudioContext | null = null;

/** The device's clock of sounds, woken by the press that starts something. */
export function soundClock(): AudioContext | null {
	if (typeof AudioContext === "undefined") return null;
	audio ??= new AudioContext();
	if (audio.state === "suspended") void audio.resume();
	return audio;
}

const LOWEST_HZ = 294;
/** Steps without half tones: any two are told apart. */
const steps = [0, 3, 5, 8, 10, 12, 15, 17, 20, 22, 24, 27];

/** A pitch for each target, in hertz. */
export const toneOf = (index: number): number => LOWEST_HZ * 2 ** ((steps[index % steps.length] as number) / 12);

/** A short tone, now or at a moment of the sound clock. */
export function click(hertz: number, at?: number, level = 0.25): void {
	const clock = soundClock();
	if (!clock) return;
	const from = at ?? clock.currentTime;
	const [tone, volume] = [clock.createOscillator(), clock.createGain()];
	tone.frequency.value = hertz;
	volume.gain.setValueAtTime(level, from);
	volume.gain.exponentialRampToValueAtTime(0.001, from + 0.15);
	tone.connect(volume).connect(clock.destination);
	tone.start(from);
	tone.stop(from + 0.16);
}

/** A word aloud, where the device can; the one before it is not finished. */
export function say(words: string): void {
	if (typeof SpeechSynthesisUtterance === "undefined") return;
	window.speechSynthesis.cancel();
	window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
}

export const silence = (): void => window.speechSynthesis?.cancel();
