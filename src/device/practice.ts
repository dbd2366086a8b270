import { type IDBPDatabase, openDB } from "idb";
import * as z from "zod/mini";
import { PracticeAct, StudentAct } from "@/core/practice/acts";
import { Touched } from "@/core/practice/counting";
import { ident } from "@/core/text/fields";

/**
 * What the student's page keeps on its phone: everything written on it, what of that the
 * server has, and a count that is under way. One record for each assignment, written whole
 * and strictly after each touch; without a store of its own (a file opened inside a
 * messenger may have none) it lasts as long as the page, and the page says so.
 */

export interface PhoneState {
	/** The shape it is stored in; raised with each change of it. Shapes of before are read for good. */
	v: 2;
	id: string;
	/** Where the page came from, so that a closed link still finds what was written under it. */
	path: string;
	key: string;
	name: string;
	/** Everything written here, oldest first. */
	acts: StudentAct[];
	/** What was written here and this version cannot read: kept as it is, shown, and handed over with the rest. */
	unread: unknown[];
	sent: string[];
	/** What the server did not take, and why. */
	refused: Record<string, string>;
	/**
	 * Tries of counts under way, and what was taken back, written down or replaced of them and of entries: two pages of one
	 * phone count together.
	 */
	marks: Touched[];
	away: string[];
	/** The latest the server told, for when it does not answer, and when that was by its clock. */
	told: PracticeAct[];
	served: number;
	/** Whose record holds what was sent; null where nobody said. */
	holder: string | null;
}

/** A count under way, as it was stored by the first version: a letter a try. */
const FirstCount = z.object({
	item: ident,
	marks: z.array(Touched.shape.mark),
	from: z.nullable(z.number()),
	to: z.nullable(z.number()),
});

const textOf = (value: unknown): string => (typeof value === "string" ? value : "");
const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);

function marksIn(raw: Readonly<Record<string, unknown>>): Touched[] {
	const first = FirstCount.safeParse(raw.counting).data;
	const { item, marks = [], from, to } = first ?? {};
	const before = marks.map((mark, i): Touched => {
		const at = (i === 0 ? from : to) ?? 0;
		return { id: `${item} ${from} ${i}`, item: item ?? "", mark, at };
	});
	const all = [...before, ...listOf(raw.marks).flatMap((one) => Touched.safeParse(one).data ?? [])];
	return withEntries(all);
}

/** Counts of older builds had no entry of their own yet: theirs is named after their first try. */
function withEntries(marks: readonly Touched[]): Touched[] {
	const named = new Map<string, string>();
	return marks.map((mark) => {
		if (mark.entry !== undefined) return mark;
		const entry = named.get(mark.item) ?? mark.id.replaceAll(/[^\w-]/g, "-").slice(0, 64);
		named.set(mark.item, entry);
		return { ...mark, entry };
	});
}

/**
 * What is stored, of whatever version, read piece by piece: what cannot be read of it is kept beside, and takes
 * nothing else with it. Null where nothing is stored.
 */
export function readPhoneState(raw: unknown): PhoneState | null {
	if (raw === undefined || raw === null) return null;
	const fields = (typeof raw === "object" ? raw : { acts: [raw] }) as Record<string, unknown>;
	const acts: StudentAct[] = [];
	const unread = [...listOf(fields.unread)];
	for (const one of listOf(fields.acts)) {
		const act = StudentAct.safeParse(one).data;
		if (act) acts.push(act);
		else unread.push(one);
	}
	if (fields.acts !== undefined && !Array.isArray(fields.acts)) unread.push(fields.acts);
	const refused = z.record(z.string(), z.string()).safeParse(fields.refused).data ?? {};
	return {
		v: 2,
		id: textOf(fields.id),
		path: textOf(fields.path),
		key: textOf(fields.key),
		name: textOf(fields.name),
		acts,
		unread,
		sent: listOf(fields.sent).filter((id) => typeof id === "string"),
		refused,
		marks: marksIn(fields),
		away: listOf(fields.away).filter((id) => typeof id === "string"),
		told: listOf(fields.told).flatMap((one) => PracticeAct.safeParse(one).data ?? []),
		served: typeof fields.served === "number" ? fields.served : 0,
		holder: typeof fields.holder === "string" ? fields.holder : null,
	};
}

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
		return readPhoneState(await this.db?.get(STORE, id));
	}

	/** The practice that came from this address, where its page does not open any more. */
	async findByPath(path: string): Promise<PhoneState | null> {
		const all = (await this.db?.getAll(STORE)) ?? [];
		return all.flatMap((one) => readPhoneState(one) ?? []).find((one) => one.path === path) ?? null;
	}

	/**
	 * Writes the state as it is, with what another page of this phone wrote beside it, and answers both together.
	 *
	 * @throws where the phone has no room left, or does not let it be written
	 */
	async write(state: PhoneState): Promise<PhoneState> {
		if (!this.db) return state;
		const tx = this.db.transaction(STORE, "readwrite", { durability: "strict" });
		const before = readPhoneState(await tx.store.get(state.id));
		const both = before ? withBoth(before, state) : state;
		await tx.store.put(both);
		await tx.done;
		return both;
	}
}

/** Marks that were taken back or written down are remembered this long: by then no other page has them any more. */
const AWAY = 5000;

const byId = <T extends { id: string }>(...lists: (readonly T[])[]): T[] => [
	...new Map(lists.flat().map((one) => [one.id, one])).values(),
];

/** Acts and tries are only ever added: of two pages' none may push out the other's. */
function withBoth(before: PhoneState, now: PhoneState): PhoneState {
	const away = [...new Set([...before.away, ...now.away])].slice(-AWAY);
	const gone = new Set(away);
	const sameHolder = before.holder === now.holder;
	const unread = new Map([...before.unread, ...now.unread].map((one) => [JSON.stringify(one), one]));
	return {
		...now,
		acts: byId(before.acts, now.acts).filter(({ id }) => !gone.has(id)),
		unread: [...unread.values()],
		sent: sameHolder ? [...new Set([...before.sent, ...now.sent])] : now.sent,
		refused: { ...before.refused, ...now.refused },
		marks: byId(before.marks, now.marks)
			.filter(({ id }) => !gone.has(id))
			.sort((a, b) => a.at - b.at),
		away,
	};
}

const Answer = z.object({
	kept: z.array(z.string()),
	refused: z.array(z.object({ id: z.string(), sentence: z.string() })),
	/** There is no room for them now: they stay here, and are sent again. */
	later: z.array(z.object({ id: z.string(), sentence: z.string() })),
	acts: z.array(PracticeAct),
	served: z.number(),
	holder: z.string(),
});
export type SendAnswer = z.infer<typeof Answer>;

export const BATCH = 50;
const PATIENCE_MS = 8000;
/** What a browser sends for a page that is gone is at most 64 kB, headers and other requests in it. */
const KEPT_ALIVE = 50_000;

/** The link does not open any more; the sentence says why. */
export class LinkClosed extends Error {}

/**
 * Sends acts to the link they were written under. Sending twice does no harm.
 *
 * @param leaving the page is being left: the browser finishes the request without it, where it is short enough
 * @throws LinkClosed; any other error means that there is no answer just now
 */
export async function sendActs(path: string, acts: readonly StudentAct[], leaving = false): Promise<SendAnswer> {
	const body = JSON.stringify({ acts });
	const response = await fetch(`${path}/acts`, {
		method: "POST",
		headers: { "content-type": "application/json" },
		body,
		cache: "no-store",
		keepalive: leaving && body.length < KEPT_ALIVE,
		signal: AbortSignal.timeout(PATIENCE_MS),
	});
	const answer: unknown = await response.json();
	if (response.status === 404 || response.status === 410) {
		const said = z.object({ refusals: z.array(z.object({ sentence: z.string() })) }).safeParse(answer);
		throw new LinkClosed(said.data?.refusals[0]?.sentence ?? "");
	}
	if (!response.ok) throw new Error(`${response.status}`);
	return Answer.parse(answer);
}
