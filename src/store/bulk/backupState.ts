import { existsSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import * as z from "zod/mini";

/** Whether the newest backup would come back: it is read back, from end to end, in the background. */
const State = z.object({
	/** When it was made. */
	at: z.string(),
	/** Whether it can be restored; null while it is being read back. */
	sound: z.nullable(z.boolean()),
	/** Why it cannot. */
	sentence: z.string(),
});
export type BackupState = z.infer<typeof State>;

const fileIn = (folder: string): string => join(folder, "newest-backup.json");

/** What is known of the newest backup of the studio whose files lie here; null where none was made. */
export function readBackupState(folder: string): BackupState | null {
	const file = fileIn(folder);
	if (!existsSync(/* turbopackIgnore: true */ file)) return null;
	try {
		return State.parse(JSON.parse(readFileSync(/* turbopackIgnore: true */ file, "utf8")));
	} catch {
		return null;
	}
}

export function writeBackupState(folder: string, state: BackupState): void {
	writeFileSync(`${fileIn(folder)}.part`, JSON.stringify(state), { mode: 0o600 });
	renameSync(`${fileIn(folder)}.part`, fileIn(folder));
}
