import { readdirSync } from "node:fs";
import { errorFacts } from "./log";
import { patternOf } from "./patterns";
import { slowest, took } from "./watch";

/** What is watched says where, how long and what kind; never who or what was written. */

const segments = readdirSync("src/app", { recursive: true, withFileTypes: true })
	.filter((entry) => entry.isDirectory() && !/[[(]/.test(entry.name))
	.map((entry) => entry.name);

test("every part of an address that is the program's is known, and nothing else is told", () => {
	expect(segments.length).toBeGreaterThan(40);
	expect(segments.filter((name) => patternOf(`/${name}`) !== `/${name}`)).toEqual([]);
	expect(patternOf("/students/isolde/progress?from=home")).toBe("/students/*/progress");
	expect(patternOf(`/p/${"t".repeat(43)}/acts`)).toBe("/p/*/acts");
	expect(patternOf("/find?q=elbow")).toBe("/find");
	expect(patternOf('/Isolde Brankovar/%0a{"x":1}')).toBe("/*/*");
	expect(patternOf("/a/b/c/d/e/f/g")).toBe("/*/*/*/*");
	expect(patternOf("/_next/static/x.js")).toBeNull();
});

test("an error is told by its kind, its code and where it arose, not by its words", () => {
	const inner = Object.assign(new Error("UNIQUE failed: Isolde"), { code: "SQLITE_CONSTRAINT" });
	const outer = new Error("Failed query: insert into student values (?) params: Isolde Brankovar", { cause: inner });
	const told = JSON.stringify(errorFacts(outer));
	expect(told).toContain("SQLITE_CONSTRAINT");
	expect(told).toContain("watch.test");
	expect(told).not.toMatch(/Isolde|Failed query|UNIQUE/);
	expect(errorFacts("Isolde")).toEqual({ error: "string" });
});

test("what is slow is told by place: how often, how long for 95 in 100, and the worst", () => {
	for (let i = 0; i < 100; i++) took("/students/*", i < 94 ? 30 : 700);
	for (let i = 0; i < 20; i++) took("/api/push", 8);
	took("/plans", 45_000);
	for (let i = 0; i < 30; i++) took("/rules", 45_000);
	expect(slowest(5)).toEqual([
		{ place: "/rules", times: 30, within: 45_000, worst: 45_000 },
		{ place: "/students/*", times: 100, within: 700, worst: 700 },
	]);
	expect(slowest(1)).toHaveLength(1);
});
