import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { BrowserContext, Page } from "@playwright/test";
import { Lan, PASSCODE, phoneBeside } from "./lan";
import { accessible, expect, test, touch } from "./studio";

test.use({ viewport: { width: 390, height: 844 }, expected: /401|410|ERR_/ });

let phone: BrowserContext | null = null;
const served: Lan[] = [];
test.afterEach(async () => {
	await phone?.close();
	for (const lan of served.splice(0)) lan.end();
	phone = null;
});

async function signIn(page: Page, lan: Lan, path: string): Promise<void> {
	await page.goto(lan.address + path);
	const field = page.getByLabel("The passcode of this studio");
	if (!(await field.isVisible())) return;
	await field.fill(PASSCODE);
	await touch(page, "sign in").click();
	await expect(field).toHaveCount(0);
	await page.goto(lan.address + path);
}

test("a studio moves to another address with its workbook: which links are dead is listed, and one press makes them anew", async ({
	listenTo,
}) => {
	const before = await Lan.start(PASSCODE);
	served.push(before);
	phone = await phoneBeside(before.folder);
	const page = await phone.newPage();
	listenTo(page);
	await signIn(page, before, "/practice/nimue-practice");
	await touch(page, "make a link").click();
	const old = (await page.getByTestId("address").textContent()) ?? "";
	expect(old).toContain(before.address);
	await page.goto(old);
	await expect(page.getByRole("heading", { level: 1 })).toContainText("Nimue Hartwell");
	const workbook = join(before.folder, "studio.json");
	const answer = await phone.request.get(`${before.direct}/api/workbook?of=studio`, {
		headers: {
			cookie: (await phone.cookies(before.address)).map(({ name, value }) => `${name}=${value}`).join("; "),
		},
	});
	writeFileSync(workbook, await answer.body());

	const after = await Lan.start(PASSCODE, mkdtempSync(join(tmpdir(), "peg-moved-")));
	served.push(after);
	await signIn(page, after, "/records");
	await page.getByLabel("Import a workbook").setInputFiles(workbook);
	await touch(page, "import").click();
	await expect(page.getByText("Imported.")).toBeVisible();

	// On the old address it still opens as long as that is served; the new studio knows it, and says where it leads.
	await page.goto(`${after.address}/practice`);
	const dead = page.getByRole("region", { name: "Links of another address" });
	await expect(dead).toContainText(`1 link leads to ${before.address}`);
	await expect(dead.getByRole("listitem")).toContainText("Nimue Hartwell");
	await accessible(page);
	await dead.getByRole("button", { name: "make new links" }).focus();
	await page.keyboard.press("Enter");
	const fresh = (await dead.locator("code").textContent()) ?? "";
	expect(fresh).toContain(after.address);
	await expect(dead.getByRole("button", { name: "make new links" })).toHaveCount(0);
	await page.goto(fresh);
	await expect(page.getByRole("heading", { level: 1 })).toContainText("Nimue Hartwell");
	// The old link's own words, at the new address: switched off, and said.
	expect((await page.goto(old.replace(before.address, after.address)))?.status()).toBe(410);
	await page.goto(`${after.address}/practice`);
	await expect(page.getByRole("heading", { name: "Home practice", level: 1 })).toBeVisible();
	await expect(dead).toHaveCount(0);
});
