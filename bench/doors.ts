import { copyFileSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { freshItem, USUAL } from "@/core/practice/assignment";
import { packActs, readHandedBack } from "@/core/practice/handBack";
import { cutText } from "@/core/text/fields";
import { jsonTrouble } from "@/core/text/json";
import { tidy } from "@/core/text/tidy";
import { openStore } from "@/store/db";
import { saveAssignment } from "@/store/practice";
import { addLink } from "@/store/practiceLinks";
import prepareDemo from "../e2e/setup";
import { demoFile } from "../e2e/studio";
import { compare, few, median } from "./measure";
import { serve } from "./serve";

/** Longest wait of another request while something is going on, in milliseconds. */
async function longestWait(url: string, work: () => Promise<unknown>): Promise<number> {
	let isOver = false;
	const done = work().finally(() => {
		isOver = true;
	});
	let longest = 0;
	while (!isOver) {
		const from = performance.now();
		await (await fetch(`${url}/icon.svg`)).arrayBuffer();
		longest = Math.max(longest, performance.now() - from);
	}
	await done;
	return longest;
}

const post = (url: string, body: string) =>
	fetch(url, { method: "POST", headers: { "content-type": "application/json" }, body }).then((a) => a.arrayBuffer());

const TURNS = few(5, 1);

/**
 * What the worst that may come in at each door costs everybody else: the longest wait of another request, against the
 * same while a body of that size is taken in that says nothing (it has to be received and parsed once, whatever is in it).
 */
async function waits(): Promise<void> {
	await prepareDemo();
	const folder = mkdtempSync(join(tmpdir(), "peg-bench-"));
	const file = join(folder, "ours.db");
	copyFileSync(demoFile, file);
	const store = await openStore(`file:${file}`);
	const made = await saveAssignment(
		store,
		{
			...{ student: "pip", from: "2026-11-02", note: "", items: [freshItem("drill")], words: [], most: null },
			helper: { feed: "", counts: "", cautions: "", stop: "" },
			thresholds: USUAL,
		},
		null,
	);
	if (!made.ok) throw new Error("no assignment");
	const token = await addLink(store, made.value.id, { name: "bench", ends: "2199-01-01" });
	store.close();
	const product = await serve("product", file);
	try {
		const { studio } = (await (await fetch(`${product.url}/api/pack`)).json()) as {
			studio: { id: string; epoch: number };
		};
		const push = (events: unknown[]) =>
			JSON.stringify({ studio: studio.id, epoch: studio.epoch, device: "bench", events });
		const graphemes = "👨‍👩‍👧".repeat(160_000);
		const doors: [string, string, string][] = [
			["an event of two megabytes of emoji is pushed", "/api/push", push([{ id: "x", dseq: 1, body: graphemes }])],
			[
				"a thousand events of nonsense",
				"/api/push",
				push(Array.from({ length: 1000 }, (_, i) => ({ id: `x${i}`, dseq: i + 1, body: "x".repeat(4000) }))),
			],
			[
				"fifty entries by a link, with the longest remarks",
				`/p/${token}/acts`,
				JSON.stringify({
					acts: Array.from({ length: 50 }, () => ({ kind: "done", body: { remark: "x".repeat(4000) } })),
				}),
			],
			[
				"a draft of seven megabytes",
				"/api/skills/three-balls",
				JSON.stringify({ at: null, skill: { about: "x".repeat(7_000_000) } }),
			],
			[
				"a shared file of thirty megabytes",
				"/api/hand-on",
				`{"format":"peg-ladder-hand-on","version":1,"pictures":[${Array.from({ length: 29 }, () => `"${"A".repeat(1_000_000)}"`).join(",")}]}`,
			],
		];
		for (const [name, path, body] of doors) {
			const [ours, theirs]: [number[], number[]] = [[], []];
			for (let turn = 0; turn <= TURNS; turn++) {
				const one = await longestWait(product.url, () => post(product.url + path, body));
				const empty = await longestWait(product.url, () =>
					post(`${product.url}/api/jobs/none`, JSON.stringify("x".repeat(Math.min(7_900_000, body.length)))),
				);
				if (turn > 0) {
					ours.push(one);
					theirs.push(empty);
				}
			}
			console.log(
				`${name}: another request waits ${median(ours).toFixed(0)} ms at the longest, ${median(theirs).toFixed(0)} while a body of that size says nothing (${(median(ours) / median(theirs)).toFixed(1)} times)`,
			);
		}
	} finally {
		product.end();
		rmSync(folder, { recursive: true });
	}
}

/** What each function costs that walks a stranger's text, at its bound and at ten times it: ten times is linear. */
async function walks(): Promise<void> {
	const empty = await packActs("a", "k".repeat(43), []);
	const walked: [string, (n: number) => () => unknown, number][] = [
		[
			"cutText",
			(n) => {
				const long = "👨‍👩‍👧".repeat(n);
				return () => cutText(long, 2000);
			},
			20_000,
		],
		[
			"tidy",
			(n) => {
				const long = " e\u0301\u0000".repeat(n);
				return () => tidy(long);
			},
			20_000,
		],
		[
			"jsonTrouble",
			(n) => {
				const all = Array.from({ length: n }, () => ({ i: "x" }));
				return () => jsonTrouble(all);
			},
			5000,
		],
		[
			"readHandedBack",
			(n) => {
				const text = `${"PEG1.".repeat(n)} ${empty}`;
				return () => void readHandedBack(text, async () => null);
			},
			20_000,
		],
	];
	for (const [name, make, bound] of walked) {
		const [one, ten] = [make(bound), make(10 * bound)];
		compare({
			name: `${name} of ten times its bound`,
			baseline: "ten times it at its bound",
			ours: ten,
			theirs: () => {
				for (let i = 0; i < 10; i++) one();
			},
			turns: 5,
			repeat: 1,
			goal: ".7 or more: its cost grows with the text, and not faster",
		});
	}
}

/** The worst that may come in at each door. */
export async function doors(): Promise<void> {
	await walks();
	await waits();
}
