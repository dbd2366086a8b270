import { createInterface } from "node:readline/promises";
import { findAccess, isPasscode, setPasscode } from "@/store/access";
import { openStore } from "@/store/db";

async function asked(): Promise<string> {
	const lines = createInterface({ input: process.stdin, output: process.stdout });
	const answer = await lines.question("A passcode for the phones beside this machine, six letters or more: ");
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
					"A passcode is set already, and PEG_PASSCODE names another one: it was left as it is. To change it and end every session: npm start -- --lan --new-passcode, or on a device that is in, under Records.",
				);
			return;
		}
		const given = process.env.PEG_PASSCODE ?? (process.stdin.isTTY ? await asked() : "");
		if (given === "") {
			console.error(
				"No passcode is set, so no address but this machine's own is listened on. Set one: PEG_PASSCODE='a few words' npm start -- --lan, or start it in a terminal and it asks.",
			);
			process.exit(1);
		}
		const set = await setPasscode(store, given);
		if (!set.ok) {
			console.error(set.refusals[0]?.sentence);
			process.exit(1);
		}
		console.log("The passcode is set. It is asked for on each device once.");
	} finally {
		store.close();
	}
}
