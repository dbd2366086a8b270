import { execSync } from "node:child_process";

/** Debian's Chromium, found on PATH, kept from calling anybody; its headless shell where it is installed, which is lighter. */
export const chromiumPath = (): string =>
	execSync("command -v chromium-headless-shell || command -v chromium", { encoding: "utf8", shell: "/bin/sh" }).trim();

export const quiet = [
	"--no-sandbox",
	"--disable-gpu",
	"--disable-quic",
	"--no-first-run",
	"--disable-background-networking",
	"--disable-component-update",
	"--disable-sync",
];
