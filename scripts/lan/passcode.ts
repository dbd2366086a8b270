import { createInterface } from "node:readline/promises";
import { findAccess, isPasscode, setPasscode } from "@/store/access";
import { openStore } from "@/store/db";

async function asked(): Promise<string> {
	const lines = createInterface({ input: process.stdin, output: process.stdout });
	const answer = await lines.question("Passcode for phones, six letters or more: ");
	lines.close();
	return answer.trim();
}

/** The passcode of the studio at DATABASE_URL, set where there is none or a new one is wanted; ends the program where it cannot be. */
export async function firstPasscode(): Promise<void> {
	const store = await openStore(process.env.DATABASE_URL ?? "");
	try {
		if ((await findAccess(store)) && process.env.PEG_NEW_PASSCODE !== "1") {
			const given = process.env.PEG_PASSCODE;
			if (given && !(await isPasscode(store, given)))
				console.log(
					"The studio has a passcode, and PEG_PASSCODE is another one. The old one stays. To change it and end all sessions: npm start -- --lan --new-passcode. Or use a signed-in device, under Data.",
				);
			return;
		}
		const given = process.env.PEG_PASSCODE ?? (process.stdin.isTTY ? await asked() : "");
		if (given === "") {
			console.error(
				"The studio has no passcode, so phones cannot reach it. Set one: PEG_PASSCODE='a few words' npm start -- --lan. Or start it in a terminal. It asks you there.",
			);
			process.exit(1);
		}
		const set = await setPasscode(store, given);
		if (!set.ok) {
			console.error(set.refusals[0]?.sentence);
			process.exit(1);
		}
		console.log("The passcode is set. Each device asks for it once.");
	} finally {
		store.close();
	}
}
