import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { live, store, url } from "@/store/__tests__/smallStudio";
import { storeAt } from "@/store/db";

jest.mock("next/cache", () => ({ revalidatePath: () => undefined }));

/** What a browser can call takes nothing on trust: whatever type its own pages give it, anybody may send anything. */

const folder = join(process.cwd(), "src", "server");
const modules = readdirSync(folder).filter(
	(name) =>
		name.endsWith(".ts") &&
		!name.endsWith(".test.ts") &&
		// Takes nothing from anybody; needs a browser's cookies.
		name !== "look.ts" &&
		readFileSync(join(folder, name), "utf8").includes('"use server"'),
);
type Action = (...asked: unknown[]) => Promise<unknown>;

/** Every row of every table, in an order of its own. */
async function everything(): Promise<string> {
	const { rows: tables } = await store.client.execute(
		"select name from sqlite_master where type = 'table' and name not like 'sqlite_%' order by name",
	);
	const all: string[] = [];
	for (const { name } of tables) {
		const { rows } = await store.client.execute(`select * from "${name}"`);
		all.push(
			`${name}: ${rows
				.map((row) => JSON.stringify(row))
				.sort()
				.join("\n")}`,
		);
	}
	return all.join("\n");
}

const nonsense: [called: string, asked: unknown][] = [
	["nothing", null],
	["not even that", undefined],
	["an empty text", ""],
	["a text", "no such thing"],
	["a number", -7.5],
	["a list", ["x", 1, null]],
	["another thing", { at: 1, rungs: "many", name: ["x"], day: "2026-02-30" }],
	["a text without end", "x".repeat(200_000)],
	["a broken character", "\ud800"],
];

/** A name is any text: to these it is no nonsense. */
const takesAnyText = new Set(["addSkill", "makeSomebody", "openFeed"]);

test.each(modules)("%s refuses nonsense in a sentence, and writes nothing", async (name) => {
	process.env.DATABASE_URL = url();
	try {
		await live();
		const actions = Object.entries((await import(`./${name}`)) as Record<string, unknown>).filter(
			(one): one is [string, Action] => typeof one[1] === "function",
		);
		expect(actions.length).toBeGreaterThan(0);
		const before = await everything();
		for (const [action, call] of actions)
			for (const [called, asked] of nonsense) {
				if (takesAnyText.has(action) && typeof asked === "string" && asked && asked.length < 100) continue;
				const answer = await call(...Array.from({ length: Math.max(1, call.length) }, () => asked));
				const { ok, refusals } = (answer ?? {}) as { ok?: boolean; refusals?: { sentence: string }[] };
				const said = refusals?.map(({ sentence }) => sentence) ?? [];
				if (ok === false)
					expect([action, called, said.length > 0 && said.every((one) => /[.!?]$/.test(one))]).toEqual([
						action,
						called,
						true,
					]);
				if ((await everything()) !== before) throw new Error(`${action} wrote something where it was given ${called}`);
			}
	} finally {
		(await storeAt(url())).close();
		delete process.env.DATABASE_URL;
	}
});
