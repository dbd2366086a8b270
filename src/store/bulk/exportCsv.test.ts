import { readFileSync } from "node:fs";
import { join } from "node:path";
import { parse } from "csv-parse/sync";
import { columnsOf, rearm, type TableName, tableNames, tables } from "@/core/formats/tables";
import { live, store } from "@/store/__tests__/smallStudio";
import { catchUp } from "@/store/projection";
import * as t from "@/store/schema";
import { exportCsv } from "./exportCsv";

async function tableOf(name: TableName, only: string | null = null) {
	let text = "";
	for await (const piece of exportCsv(store, name, only)) text += piece;
	const rows = parse(text, { bom: true, columns: true }) as Record<string, string>[];
	return { text, rows };
}

test("each table as another library reads it: a mark for UTF-8, a line of names, a line a row", async () => {
	const phone = await live();
	await catchUp(store);
	const tries = phone.events.filter(({ kind }) => kind === "attempt").length;
	const { text, rows } = await tableOf("attempts");
	expect(text.startsWith(`\uFEFF${columnsOf("attempts").join(",")}\r\n`)).toBe(true);
	expect(rows).toHaveLength(tries);
	expect(rows[0]).toMatchObject({ student: "Ida", tries: "1", lesson: "lesson", counted: "yes", partner: "no" });
	expect(rows.map(({ good }) => good).every((good) => good === "0" || good === "1")).toBe(true);
	for (const name of tableNames) {
		const told = await tableOf(name);
		expect(Object.keys((parse(told.text, { bom: true }) as string[][])[0] ?? []).length).toBe(columnsOf(name).length);
	}
	expect((await tableOf("rungs")).rows.map(({ number, peg }) => [number, peg])).toContainEqual(["1", "yes"]);
	expect((await tableOf("lessons", "student")).rows).toHaveLength(1);
	expect((await tableOf("attempts", "zoe")).rows).toEqual([]);
});

test("texts survive, and none of them is worked out by a spreadsheet", async () => {
	await live();
	await catchUp(store);
	const spoiled = '=HYPERLINK("x"), \'quoted\'\r\n"two" lines; שלום 007';
	const [row] = await store.db.select().from(t.lessonDigest);
	await store.write((tx) =>
		tx.update(t.lessonDigest).set({ body: { ...(row as NonNullable<typeof row>).body, remark: spoiled } }),
	);
	const { rows } = await tableOf("lessons");
	expect(rows[0]?.remark?.startsWith("'=")).toBe(true);
	expect(rearm(rows[0]?.remark ?? "")).toBe(spoiled);
});

test("every column is described where files are described", () => {
	const described = readFileSync(join(process.cwd(), "docs", "formats.md"), "utf8");
	for (const [name, columns] of Object.entries(tables)) {
		expect(described).toContain(`\`${name}\``);
		for (const [column, words] of Object.entries(columns)) expect(described).toContain(`| \`${column}\` | ${words} |`);
	}
});
