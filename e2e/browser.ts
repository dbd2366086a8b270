import { execSync } from "node:child_process";

const onPath = (...names: string[]): string =>
	execSync(names.map((name) => `command -v ${name}`).join(" || "), { encoding: "utf8", shell: "/bin/sh" }).trim();

/** Debian's Chromium, found on PATH, kept from calling anybody; its headless shell where it is installed, which is lighter. */
export const chromiumPath = (): string => onPath("chromium-headless-shell", "chromium");

/** The whole of it, as somebody has it before them: for what is measured, and for pictures. */
export const wholeChromium = (): string => onPath("chromium", "chromium-headless-shell");

export const quiet = [
	"--no-sandbox",
	"--disable-gpu",
	"--disable-quic",
	"--no-first-run",
	"--disable-background-networking",
	"--disable-component-update",
	"--disable-sync",
];
