import { plural } from "@/core/text/lists";
import { clearDevice, type LeftHere } from "./leave";

/** Beside the page that asks for the passcode: this device is cleared, and what was not sent is told by number and day. */

const dayWords = (day: string) =>
	new Date(`${day}T12:00:00`).toLocaleDateString(undefined, { weekday: "short", day: "numeric", month: "short" });

function show({ days, file }: LeftHere): void {
	const said = document.createElement("p");
	said.setAttribute("role", "status");
	said.dataset.testid = "left";
	const words = days.map(({ day, tries, events }) =>
		tries > 0 ? `${plural(tries, "try")} of ${dayWords(day)}` : `${plural(events, "note")} of ${dayWords(day)}`,
	);
	said.textContent = `Not sent yet, still on this device: ${words.join(", ")}. Sign in to send it.`;
	const save = document.createElement("a");
	save.textContent = "download it as a file";
	save.href = URL.createObjectURL(new Blob([file], { type: "application/json" }));
	save.download = "peg-ladder-not-sent.json";
	const at = document.querySelector("main");
	at?.append(said, save);
}

void clearDevice().then(
	(left) => left.forEach(show),
	() => {
		// A device that lets no page keep anything has nothing of anybody.
	},
);
