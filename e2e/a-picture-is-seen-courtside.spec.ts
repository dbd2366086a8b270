import { writeFileSync } from "node:fs";
import { join } from "node:path";
import sharp from "sharp";
import { findPicture } from "@/store/pictures";
import { findSkill } from "@/store/skills";
import { accessible, expect, test, touch, written } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

const colour = { r: 40, g: 90, b: 160 };
const blank = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: colour } });

test("a right and a wrong picture are brought in without their place, noted with consent, and seen in the lesson", async ({
	page,
	studio,
}) => {
	const file = join(studio.folder, "held finish.jpg");
	writeFileSync(
		file,
		await blank(2400, 1200)
			.withExif({ IFD3: { GPSLatitude: "51/1 30/1 0/1", GPSLatitudeRef: "N" }, IFD0: { Artist: "Somebody" } })
			.jpeg()
			.toBuffer(),
	);
	await page.goto("/skills/clubs");
	await touch(page, "more of position 5").click();
	await page.getByLabel("right picture").setInputFiles(file);
	await expect(page.getByText("Note who is shown and agreed to it")).toBeVisible();
	// Without a word on consent it does not hold.
	await expect(touch(page, "make it today’s revision")).toBeDisabled();
	await page.getByLabel("Consent for the right picture").fill("Bram, by his mother, in March");
	await page.getByLabel("wrong picture").setInputFiles(file);
	await touch(page, "nobody to be recognised").click();
	await touch(page, "a fault beyond it").click();
	await page.getByLabel("What one sees").fill("Over the head");
	await page.getByLabel("picture of the fault beyond it").setInputFiles(file);
	await touch(page, "nobody to be recognised").click();
	await expect(page.getByRole("img", { name: "right picture" })).toBeVisible();
	await accessible(page);
	await page.getByLabel("Why it is changed").fill("Seen is understood.");
	await touch(page, "make it today’s revision").click();
	await expect(page.getByText("Seen is understood.")).toBeVisible();
	await page.goto("/ladders/teodor-clubs");
	await touch(page, "take the new one").click();
	await expect(touch(page, "take the new one")).toHaveCount(0);

	const kept = await studio.inStore(async (store) => {
		const hash = (await findSkill(store, "clubs"))?.skill.positions[4]?.right?.hash ?? "";
		return findPicture(store, hash);
	});
	const meta = await sharp(kept?.bytes).metadata();
	expect([meta.format, meta.width, meta.height, meta.exif]).toEqual(["webp", 1600, 800, undefined]);
	expect(Buffer.from(kept?.bytes ?? []).toString("latin1")).not.toMatch(/GPS|Exif|Somebody/);

	await page.setViewportSize({ width: 390, height: 844 });
	await page.goto("/");
	await touch(page, "start lesson: Teodor Quillfeather, Three-club cascade, right").click();
	await touch(page, "cue").click();
	await touch(page, "show it").first().click();
	await expect(page.getByRole("img", { name: /, beyond it: Over the head$/ })).toBeAttached();
	const shown = page.getByRole("img", { name: /, right$/ }).first();
	await expect(shown).toBeVisible();
	expect(await shown.evaluate((image) => (image as HTMLImageElement).naturalWidth)).toBe(1600);
});

test.describe("refused", () => {
	test.use({ expected: /\/api\/pictures$/ });

	test("too large, empty, or not what it says: a sentence, and nothing is kept", async ({
		page,
		studio,
		expected: _,
	}) => {
		const at = (name: string, bytes: Uint8Array) => {
			const file = join(studio.folder, name);
			writeFileSync(file, bytes);
			return file;
		};
		await page.goto("/skills/clubs");
		await touch(page, "more of position 1").click();
		const bring = page.getByLabel("right picture");
		for (const [file, sentence] of [
			[at("huge.jpg", new Uint8Array(40_000_000)), /The picture is 40\.0 MB; at most 30 MB can be brought/],
			[at("empty.png", new Uint8Array(0)), /The picture is empty; choose another file/],
			[at("really-a-jpeg.png", await blank(20, 20).jpeg().toBuffer()), /calls itself PNG and is JPEG/],
			[at("words.webp", Buffer.from("no picture at all")), /cannot be read as a picture; a PNG, JPEG or WebP picture/],
			[
				at("drawing.png", Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')),
				/is SVG; a PNG, JPEG/,
			],
			[at("clip.mp4", Buffer.from("0000ftypisom but cut off in the mid")), /cannot be read as one; choose another/],
		] as const) {
			await bring.setInputFiles(file);
			await expect(page.getByRole("alert").filter({ hasText: sentence })).toBeVisible();
		}
		const { rows } = await studio.inStore((store) => store.client.execute("select count(*) as n from picture"));
		expect(rows[0]?.n).toBe(0);
		await written(page);
	});
});
