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
	await touch(page, "details of position 5").click();
	await page.getByLabel("right picture").setInputFiles(file);
	await expect(page.getByText("Note who is shown and that they agreed")).toBeVisible();
	// Without a word on consent it does not hold.
	await expect(touch(page, "use as the new version")).toBeDisabled();
	await page.getByLabel("Consent for the right picture").fill("Bram, by his mother, in March");
	await page.getByLabel("wrong picture").setInputFiles(file);
	await touch(page, "no person in it").click();
	await touch(page, "add a fault: too much").click();
	await page.getByLabel("What you see", { exact: true }).fill("Over the head");
	await page.getByLabel("picture of the fault too much").setInputFiles(file);
	await touch(page, "no person in it").click();
	await expect(page.getByRole("img", { name: "right picture" })).toBeVisible();
	await accessible(page);
	await page.getByLabel("Reason for the change").fill("Seen is understood.");
	await touch(page, "use as the new version").click();
	await expect(page.getByText("Seen is understood.")).toBeVisible();
	await page.goto("/ladders/teodor-clubs");
	await touch(page, "use the new version").click();
	await expect(touch(page, "use the new version")).toHaveCount(0);

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
	await expect(page.getByRole("img", { name: /, too much: Over the head$/ })).toBeAttached();
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
		await touch(page, "details of position 1").click();
		const bring = page.getByLabel("right picture");
		for (const [file, sentence] of [
			[at("huge.jpg", new Uint8Array(40_000_000)), /The picture has 40\.0 MB\. The most is 30 MB/],
			[at("empty.png", new Uint8Array(0)), /The picture is empty. Choose another file/],
			[at("really-a-jpeg.png", await blank(20, 20).jpeg().toBuffer()), /The file name says PNG, but it is JPEG/],
			[at("words.webp", Buffer.from("no picture at all")), /is not a picture. Choose a PNG, JPEG or WebP picture/],
			[
				at("drawing.png", Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')),
				/is SVG. Choose a PNG, JPEG/,
			],
			[at("clip.mp4", Buffer.from("0000ftypisom but cut off in the mid")), /it is not an MP4 clip. Choose another/],
		] as const) {
			await bring.setInputFiles(file);
			await expect(page.getByRole("alert").filter({ hasText: sentence })).toBeVisible();
		}
		const { rows } = await studio.inStore((store) => store.client.execute("select count(*) as n from picture"));
		expect(rows[0]?.n).toBe(0);
		await written(page);
	});
});
