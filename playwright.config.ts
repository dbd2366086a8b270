import { defineConfig } from "@playwright/test";
import { chromiumPath, quiet } from "./e2e/browser";
import type { JourneyOptions } from "./e2e/studio";

/** Journeys drive the real interface against the real server and a real database file. */
export default defineConfig<object, JourneyOptions>({
	testDir: "e2e",
	globalSetup: "./e2e/setup.ts",
	outputDir: ".test/journeys",
	// All limits are for what hangs, and never for what is slow: a machine that does other things beside is to pass too.
	timeout: 600_000,
	expect: { timeout: 60_000 },
	// One more than there are cores on the smallest machine: now and then a journey waits for a beat or a server.
	workers: 3,
	fullyParallel: false,
	forbidOnly: true,
	// On a machine that is checked unattended a journey may be made once more; which ones were is said at the end.
	retries: process.env.CI ? 1 : 0,
	projects: [
		{ name: "in files" }, // The lesson, whole files and the passcode once more, with the database on a libSQL server.
		// Long ones, made last: each goes to whoever is free.
		{ name: "on a server", grep: /@both/, use: { kept: "on a server" }, fullyParallel: true },
	],
	reporter: [["list"], ["json", { outputFile: ".test/journeys.json" }]],
	use: {
		launchOptions: { executablePath: chromiumPath(), args: quiet },
		locale: "en-GB",
		timezoneId: "Europe/Lisbon",
		// Journeys that live without a signal let it in again; the others meet every answer of the server themselves.
		serviceWorkers: "block",
		actionTimeout: 60_000,
	},
});
