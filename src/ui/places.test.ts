import { readdirSync } from "node:fs";
import { join } from "node:path";
import { placeOf, places, settings } from "./places";

test.each([
	["/", "Today"],
	["/plans/p1", "Calendar"],
	["/students/isolde/report", "Students"],
	["/ladders/isolde-clubs", "Ladders"],
	["/ladders/difficulties", "Tools"],
	["/rules/lucky", "Tools"],
	["/note", "Settings"],
	["/rounds", "Group"],
	["/nowhere", null],
])("%s stands under %s", (path, name) => {
	expect(placeOf(path)?.name ?? null).toBe(name);
});

/** Courtside, and what has its own foot or its own reader: no place of the menu. */
const apart = ["api", "live", "wrap", "p", "offline"];

test("every page of the program stands under a place", () => {
	const folders = readdirSync(join(process.cwd(), "src/app"), { withFileTypes: true })
		.filter((one) => one.isDirectory() && !apart.includes(one.name))
		.map(({ name }) => name);
	expect(folders.filter((name) => !placeOf(`/${name}`))).toEqual([]);
	for (const { href } of [...places, settings].filter((one) => one.href !== "/"))
		expect(folders).toContain(href.slice(1));
});
