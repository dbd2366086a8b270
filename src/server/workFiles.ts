import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { placeOf } from "@/store/engine/connect";

/** Files in transit, and copies of what was there before it was replaced. */

/**
 * Where a studio's files lie: beside its database, or, where that is on a server, in a folder
 * of its own under PEG_FILES. App processes that share a studio must share this folder.
 */
export function filesOf(url: string): string {
	const { file, namespace } = placeOf(url);
	const folder =
		file === null
			? join(/* turbopackIgnore: true */ process.env.PEG_FILES ?? ".data/on-server", namespace ?? "studio")
			: dirname(file);
	mkdirSync(folder, { recursive: true });
	return folder;
}

const DAY_MS = 86_400_000;
/** Copies of what was there before it was replaced: the last ones are kept. */
const SAFETY_COPIES = 3;

/** Lets go of what no job will come back to: files in transit of another day, and all safety copies but the latest. */
export function tidyFiles(folder: string, now: number): void {
	const inTransit = join(folder, "work");
	for (const name of existsSync(inTransit) ? readdirSync(inTransit) : [])
		if (now - statSync(join(inTransit, name)).mtimeMs > DAY_MS) rmSync(join(inTransit, name), { force: true });
	const copies = readdirSync(folder).filter((name) => /^before-.+-\d{4}-\d{2}-\d{2}T\d{6}\.db$/.test(name));
	const byTime = copies.toSorted((a, b) => (a.slice(-20) < b.slice(-20) ? 1 : -1));
	for (const name of byTime.slice(SAFETY_COPIES)) rmSync(join(folder, name), { force: true });
}

/** A place for a file in transit. */
export function workFile(url: string, name: string): string {
	const folder = join(filesOf(url), "work");
	mkdirSync(folder, { recursive: true });
	tidyFiles(filesOf(url), Date.now());
	return join(folder, name);
}

/** Where a copy of what is here goes, before it is replaced. */
export const safetyFile = (url: string, what: string): string =>
	join(filesOf(url), `before-${what}-${new Date().toISOString().slice(0, 19).replace(/:/g, "")}.db`);

/** Lets go of a file in transit and of what was made of it. */
export const discard = (file: string): void => {
	for (const end of ["", "-wal", "-shm", ".db", ".db-wal", ".db-shm"]) rmSync(file + end, { force: true });
};
