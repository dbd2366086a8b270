import { readdirSync } from "node:fs";
import { request as httpRequest } from "node:http";
import { join } from "node:path";
import { expect, test } from "./studio";

test.use({ demo: true });

interface Answer {
	status: number;
	body: string;
}

/** One request under any Host: what a name made to point at this machine sends. */
const ask = (port: number, path: string, headers: Record<string, string>, body?: string) =>
	new Promise<Answer>((resolve, reject) => {
		const request = httpRequest(
			{ host: "127.0.0.1", port, path, method: body === undefined ? "GET" : "POST", headers },
			(response) => {
				let text = "";
				response.on("data", (piece) => {
					text += piece;
				});
				response.on("end", () => resolve({ status: response.statusCode ?? 0, body: text }));
			},
		);
		request.on("error", reject);
		request.end(body);
	});

/** Every place the program answers at, read from where they are written. */
const places = readdirSync("src/app", { recursive: true, withFileTypes: true })
	.filter((entry) => /^(page\.tsx|route\.ts)$/.test(entry.name))
	.map(
		(entry) =>
			`/${join(entry.parentPath, ".")
				.replace(/^src\/app\/?/, "")
				.replace(/\[[^\]]+\]/g, "x")}`,
	);

test("under a foreign name nothing answers: no page, no route, no action", async ({ studio }) => {
	expect(places.length).toBeGreaterThan(20);
	for (const host of ["evil.example:3000", `evil.example:${studio.port}`, "localhost.evil.example", "10.0.0.7"]) {
		for (const path of ["/", ...places]) {
			const { status, body } = await ask(studio.port, path, { host });
			expect(`${host} ${path} ${status}`).toBe(`${host} ${path} ${status === 405 ? 405 : 403}`);
			expect(body).not.toContain("Teodor");
		}
		// An action of the server's, called as the page itself would call it under that name.
		const { status } = await ask(
			studio.port,
			"/records",
			{ host, origin: `http://${host}`, "next-action": "00".repeat(21), "content-type": "text/plain;charset=UTF-8" },
			"[]",
		);
		expect(status).toBe(403);
	}
	const own = await ask(studio.port, "/students", { host: `localhost:${studio.port}` });
	expect([own.status, own.body.includes("Teodor")]).toEqual([200, true]);
});
