import { existsSync, readFileSync, renameSync, statSync, writeFileSync } from "node:fs";
import * as z from "zod/mini";
import { type Outcome, refuse } from "@/core/refusals/refusals";

/**
 * The studios that one process serves, where it serves more than one: a file that
 * PEG_STUDIOS names. Each has a database (a file, or a namespace of a server), and with it
 * its own people, passcode, links and jobs; the host name that is asked for says which.
 */

const HOST = /^[a-z0-9]([a-z0-9-]*[a-z0-9])?(\.[a-z0-9]([a-z0-9-]*[a-z0-9])?)*$/;

const Entry = z.strictObject({
	/** What the studio is called. */
	name: z.string().check(z.minLength(1), z.maxLength(120)),
	/** The name it is asked for by, without a port. */
	host: z.string().check(z.maxLength(253), z.regex(HOST)),
	/** As DATABASE_URL. */
	database: z.string().check(z.minLength(1), z.maxLength(2000)),
	/** Since when it is on its way to another database: nothing is read or written meanwhile. */
	moving: z.optional(z.string()),
});
export type StudioEntry = z.infer<typeof Entry>;
const Directory = z.strictObject({ studios: z.array(Entry) });

const file = (): string | undefined => process.env.PEG_STUDIOS || undefined;

const shared = globalThis as { pegLadderStudios?: { stamp: string; studios: StudioEntry[] } };

/**
 * All studios; null where this process serves one, DATABASE_URL's. The file is read again
 * once it has changed: a new studio needs no restart.
 *
 * @throws where the file cannot be read, or is none of these
 */
export function listStudios(): StudioEntry[] | null {
	const path = file();
	if (path === undefined) return null;
	// Files of a studio are no part of the program: the build is told not to look for them.
	if (!existsSync(/* turbopackIgnore: true */ path)) return [];
	const { mtimeMs, size, ino } = statSync(/* turbopackIgnore: true */ path);
	const stamp = `${path} ${mtimeMs} ${size} ${ino}`;
	if (shared.pegLadderStudios?.stamp === stamp) return shared.pegLadderStudios.studios;
	const { studios } = Directory.parse(JSON.parse(readFileSync(/* turbopackIgnore: true */ path, "utf8")));
	for (const what of ["host", "database"] as const)
		if (new Set(studios.map((one) => one[what])).size < studios.length)
			throw new Error(`Two studios in ${path} have the same ${what}.`);
	shared.pegLadderStudios = { stamp, studios };
	return studios;
}

/** The name in a Host header, without its port. */
export const hostOf = (header: string): string => header.toLowerCase().replace(/:\d+$/, "");

/** The studio a Host header asks for; null where there is none by that name. */
export const studioAt = (header: string): StudioEntry | null =>
	listStudios()?.find(({ host }) => host === hostOf(header)) ?? null;

/** Puts a studio into the directory, in one go; refused where its host or its database is another's. */
export function addStudio(entry: StudioEntry): Outcome<null> {
	const path = file();
	if (path === undefined) return refuse("PEG_STUDIOS", "PEG_STUDIOS is empty. Give the file that lists the studios.");
	const read = Entry.safeParse(entry);
	if (!read.success)
		return HOST.test(entry.host)
			? refuse("name", "A studio needs a name of up to 120 letters, and a database.")
			: refuse(
					"host",
					`"${entry.host}" is not a host name. Use small letters, digits, dots and dashes, without a port.`,
				);
	const studios = listStudios() ?? [];
	if (studios.some(({ host }) => host === entry.host))
		return refuse("host", `There is a studio at ${entry.host} already. Give another host name.`);
	if (studios.some(({ database }) => database === entry.database))
		return refuse("database", "That database is another studio's.");
	write(path, [...studios, entry]);
	return { ok: true, value: null };
}

/** Says something else of a studio from now on: that it moves, or where its database is. */
export function changeStudio(host: string, to: { database?: string; moving?: string | undefined }): void {
	const path = file();
	if (path === undefined) throw new Error("PEG_STUDIOS is empty");
	write(
		path,
		(listStudios() ?? []).map((one) => (one.host === host ? { ...one, ...to } : one)),
	);
}

function write(path: string, studios: StudioEntry[]): void {
	writeFileSync(`${path}.part`, `${JSON.stringify({ studios }, null, "\t")}\n`, { mode: 0o600 });
	renameSync(`${path}.part`, path);
}
