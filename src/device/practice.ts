import { type IDBPDatabase, openDB } from "idb";
import * as z from "zod/mini";
import { PracticeAct, StudentAct } from "@/core/practice/acts";
import { ident } from "@/core/text/fields";

/**
 * What the student's page keeps on its phone: everything written on it, what of that the
 * server has, and a count that is under way. One record for each assignment, written whole
 * and strictly after each touch; without a store of its own (a file opened inside a
 * messenger may have none) it lasts as long as the page, and the page says so.
 */

/** A count under way: a letter a try. */
export const Counting = z.object({
	item: ident,
	marks: z.array(z.enum(["good", "off", "no count"])),
	/** Moments of the first and the last touch, in milliseconds. */
	from: z.nullable(z.number()),
	to: z.nullable(z.number()),
});
export type Counting = z.infer<typeof Counting>;

export const PhoneState = z.object({
	id: ident,
	/** Where the page came from, so that a closed link still finds what was written under it. */
	path: z.string(),
	key: z.string(),
	name: z.string(),
	/** Everything written here, oldest first. */
	acts: z.array(StudentAct),
	sent: z.array(ident),
	/** What the server did not take, and why. */
	refused: z.record(z.string(), z.string()),
	counting: z.nullable(Counting),
	/** The latest the server told, for when it does not answer. */
	told: z.array(PracticeAct),
});
export type PhoneState = z.infer<typeof PhoneState>;

const NAME = "peg-ladder-practice";
const STORE = "practice";

type Opened = IDBPDatabase<{ practice: { key: string; value: unknown } }>;

export class PhoneStore {
	private constructor(private readonly db: Opened | null) {}

	static async open(): Promise<PhoneStore> {
		try {
			const db = await openDB<{ practice: { key: string; value: unknown } }>(NAME, 1, {
				upgrade: (made) => void made.createObjectStore(STORE, { keyPath: "id" }),
			});
			return new PhoneStore(db);
		} catch {
			return new PhoneStore(null);
		}
	}

	/** Whether what is written outlasts the page. */
	get lasts(): boolean {
		return this.db !== null;
	}

	async read(id: string): Promise<PhoneState | null> {
		return PhoneState.safeParse(await this.db?.get(STORE, id)).data ?? null;
	}

	/** The practice that came from this address, where its page does not open any more. */
	async findByPath(path: string): Promise<PhoneState | null> {
		const all = (await this.db?.getAll(STORE)) ?? [];
		return all.flatMap((one) => PhoneState.safeParse(one).data ?? []).find((one) => one.path === path) ?? null;
	}

	/**
	 * Writes the state as it is, with what another page of this phone wrote beside it.
	 *
	 * @throws where the phone has no room left, or does not let it be written
	 */
	async write(state: PhoneState): Promise<void> {
		if (!this.db) return;
		const tx = this.db.transaction(STORE, "readwrite", { durability: "strict" });
		const before = PhoneState.safeParse(await tx.store.get(state.id)).data;
		await tx.store.put(before ? withBoth(before, state) : state);
		await tx.done;
	}
}

/** Acts are only ever added: of two pages' acts none may push out the other's. */
const withBoth = (before: PhoneState, now: PhoneState): PhoneState => ({
	...now,
	acts: [...new Map([...before.acts, ...now.acts].map((act) => [act.id, act])).values()],
	sent: [...new Set([...before.sent, ...now.sent])],
	refused: { ...before.refused, ...now.refused },
});

const Answer = z.object({
	kept: z.array(z.string()),
	refused: z.array(z.object({ id: z.string(), sentence: z.string() })),
	acts: z.array(PracticeAct),
});
export type SendAnswer = z.infer<typeof Answer>;

export const BATCH = 50;
const PATIENCE_MS = 8000;

/** The link does not open any more; the sentence says why. */
export class LinkClosed extends Error {}

/**
 * Sends acts to the link they were written under. Sending twice does no harm.
 *
 * @throws LinkClosed; any other error means that there is no answer just now
 */
export async function sendActs(path: string, acts: readonly StudentAct[]): Promise<SendAnswer> {
	const response = await fetch(`${path}/acts`, {
		method: "POST",
		headers: { "content-type": "application/json" },
		body: JSON.stringify({ acts }),
		cache: "no-store",
		signal: AbortSignal.timeout(PATIENCE_MS),
	});
	const answer: unknown = await response.json();
	if (response.status === 404 || response.status === 410) {
		const said = z.object({ refusals: z.array(z.object({ sentence: z.string() })) }).safeParse(answer);
		throw new LinkClosed(said.data?.refusals[0]?.sentence ?? "This link is closed.");
	}
	if (!response.ok) throw new Error(`${response.status}`);
	return Answer.parse(answer);
}
