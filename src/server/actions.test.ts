import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

/** What a browser can call takes nothing on trust: whatever type its own pages give it, anybody may send anything. */

const folder = join(process.cwd(), "src", "server");
const called = readdirSync(folder)
	.filter((name) => name.endsWith(".ts") && !name.endsWith(".test.ts"))
	.map((name) => [name, readFileSync(join(folder, name), "utf8")] as const)
	.filter(([, text]) => text.includes('"use server"'))
	.flatMap(([name, text]) =>
		[...text.matchAll(/export async function (\w+)\(([^)]*)\)/g)].map(
			([, action = "", parameters = ""]) => [`${name} ${action}`, parameters] as const,
		),
	);

test("there are actions to look at", () => {
	expect(called.length).toBeGreaterThan(40);
});

test.each(called)("%s parses what it is given", (_, parameters) => {
	const types = parameters
		.split(",")
		.map((one) => one.trim())
		.filter(Boolean)
		.map((one) => one.split(":")[1]?.trim());
	expect(types.filter((type) => type !== "unknown")).toEqual([]);
});
