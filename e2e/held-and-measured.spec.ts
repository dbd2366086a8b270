import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import sharp from "sharp";
import { figureOf, type Joint, poseOf } from "@/core/position/figure";
import { readyForNoSignal } from "./noSignal";
import { accessible, expect, test, touch } from "./studio";

const phone = { demo: true, viewport: { width: 390, height: 844 } } as const;

/** Takes a pose with the simulated camera, and places the three points by typing where they are: no mouse, no finger. */
async function placeByKeys(page: Page, seed: number, names: readonly [Joint, Joint, Joint], nudge = 0): Promise<void> {
	await page.getByLabel("The simulated camera, pose").fill(String(seed));
	await page.getByLabel("The simulated camera, pose").press("Tab");
	await page.keyboard.press("Enter");
	await expect(page.getByText(/where they belong\. Then you get a reading/)).toBeVisible();
	const figure = figureOf(poseOf(seed));
	for (const [i, name] of names.entries()) {
		await page.getByLabel(`Name of point ${i + 1}`).fill(name);
		const { x, y } = figure[name];
		await page.getByLabel(`${name}, across`).fill(String(Math.round(x) + (i === 0 ? nudge : 0)));
		await page.getByLabel(`${name}, down`).fill(String(Math.round(y)));
	}
}

test.describe("on a phone", () => {
	test.use(phone);

	test("a held finish is checked by keys alone, mirrored, laid over the first, kept with consent and saved; then and now shows both", async ({
		page,
	}) => {
		// The wrap-up's held finish leads here, and says whose and in which lesson.
		await page.goto("/students/isolde/lessons");
		await page
			.getByRole("main")
			.getByRole("link", { name: /\d+ \w{3}/ })
			.first()
			.click();
		await page.getByRole("link", { name: "wrap-up" }).click();
		await page.getByRole("link", { name: "check the finish on a picture" }).click();
		await expect(page).toHaveURL(/position\?lesson=[\w-]+&ladder=isolde/);
		const lesson = new URL(page.url()).searchParams.get("lesson");
		await page.goto(`/position?ladder=isolde-clubs&lesson=${lesson}`);
		await expect(page.getByLabel("Student")).toHaveValue("isolde-clubs");
		await expect(page.getByText("No picture yet.")).toBeVisible();
		const elbow = poseOf(4).elbow;
		await placeByKeys(page, 4, ["shoulder", "elbow", "wrist"]);
		const measured = page.getByTestId("measured");
		await expect(measured).toHaveText(`${elbow}°`);
		await expect(page.getByText("No tolerance set, so no verdict.")).toBeVisible();
		await page.getByLabel("from, degrees").fill(String(elbow - 20));
		await page.getByLabel("to, degrees").fill(String(elbow + 20));
		await expect(page.getByTestId("judged")).toHaveText("on");
		await page.getByLabel("to, degrees").fill(String(elbow + 1));
		await expect(page.getByTestId("judged")).toHaveText("cannot tell");
		await page.getByLabel("to, degrees").fill(String(elbow + 20));

		// Arrow keys move by one, ten with Shift; undo takes it back.
		const wrist = page.getByRole("slider", { name: "wrist" });
		const across = page.getByLabel("wrist, across");
		const x = Number(await across.inputValue());
		await wrist.focus();
		await page.keyboard.press("ArrowRight");
		await page.keyboard.press("Shift+ArrowLeft");
		await expect(across).toHaveValue(String(x - 9));
		await page.keyboard.press("Shift+ArrowRight");
		await page.keyboard.press("ArrowLeft");
		await expect(across).toHaveValue(String(x));

		// Mirrored it measures the same, and the points are on the other side.
		await touch(page, "mirrored").press("Enter");
		await expect(across).toHaveValue(String(640 - x));
		await expect(measured).toHaveText(`${elbow}°`);
		await touch(page, "mirrored").press("Enter");
		await accessible(page);
		expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);

		// Nothing is kept before somebody agreed.
		const keep = page.getByRole("button", { name: "save the picture with Isolde Brankovar" });
		await keep.press("Enter");
		await expect(page.getByText(/may be filmed\. Until then nothing is saved/)).toBeVisible();
		await page.getByLabel(/agreed to filming/).press("Space");
		await keep.press("Enter");
		await expect(page.getByText("Saved and sent.")).toBeVisible();

		// The next one over the first; consent is not asked for again.
		await placeByKeys(page, 9, ["shoulder", "elbow", "wrist"]);
		await page.getByLabel("Overlay").selectOption("first");
		await expect(page.getByText(/^The first one, .*: \d+°$/)).toContainText(`${elbow}°`);
		await expect(page.getByLabel(/agreed to filming/)).toHaveCount(0);
		await keep.press("Enter");
		await expect(page.getByText("Saved and sent.")).toBeVisible();
		const [picture] = await Promise.all([
			page.waitForEvent("download"),
			page.getByRole("button", { name: "download the picture" }).press("Enter"),
		]);
		const drawn = await sharp(readFileSync(await picture.path())).metadata();
		expect([drawn.format, drawn.width, drawn.height]).toEqual(["png", 640, 800]);
		const [json] = await Promise.all([
			page.waitForEvent("download"),
			page.getByRole("button", { name: "download the numbers (JSON)" }).press("Enter"),
		]);
		const file = JSON.parse(readFileSync(await json.path(), "utf8"));
		expect(file).toMatchObject({ format: "peg-ladder-still", version: 1, still: { student: "isolde" } });
		expect(Math.abs(file.results[0].measured.value - poseOf(9).elbow)).toBeLessThan(file.results[0].measured.error);

		await page.goto("/students/isolde/progress");
		const held = page.getByRole("region", { name: /^Held finish: / });
		await expect(held.getByRole("img")).toHaveCount(2);
		await expect(held).toContainText(`${elbow}°`);
		await expect(held).toContainText(`${poseOf(9).elbow}°`);
		await accessible(page);
		await page.goto(`/lessons/${lesson}`);
		await expect(page.getByRole("region", { name: "Held finishes" }).getByRole("img")).toHaveCount(2);
	});

	test("what cannot be measured is said, with what to do", async ({ page }) => {
		await page.goto("/position?ladder=isolde-clubs");
		const file = page.getByLabel("A picture, or one or two clips");
		await file.setInputFiles({ name: "notes.png", mimeType: "image/png", buffer: Buffer.from("no picture") });
		const trouble = page.getByRole("main").getByRole("alert");
		await expect(trouble).toContainText("“notes.png” is not a picture. Choose a PNG, JPEG or WebP picture");
		await file.setInputFiles({ name: "empty.png", mimeType: "image/png", buffer: Buffer.alloc(0) });
		await expect(trouble).toContainText("The picture is empty");
		const large = await sharp({ create: { width: 8200, height: 5000, channels: 3, background: "#888" } })
			.png()
			.toBuffer();
		await file.setInputFiles({ name: "large.png", mimeType: "image/png", buffer: large });
		await expect(trouble).toContainText("The picture is too large (41 megapixels, 40 at most).");

		await placeByKeys(page, 2, ["hip", "knee", "ankle"]);
		for (const name of ["hip", "knee", "ankle"])
			for (const axis of ["across", "down"]) await page.getByLabel(`${name}, ${axis}`).fill("300");
		await expect(page.getByText("All points are on one spot. Move them apart.")).toBeVisible();
		await page.getByLabel("Measure").selectOption("distance");
		for (const name of ["known one", "known other"]) await page.getByLabel(`${name}, down`).fill("700");
		await page.getByLabel("known one, across").fill("100");
		await page.getByLabel("known length, metres").fill("0");
		await expect(page.getByText("Known length: enter its real length, more than 0, not 0.")).toBeVisible();
	});
});

test.describe("without a signal", () => {
	test.use({
		...phone,
		hasTouch: true,
		isMobile: true,
		serviceWorkers: "allow",
		expected: /ERR_|Failed to fetch|Failed to load resource/,
	});

	test("a still is taken, measured and kept on the phone, and goes out once when the server answers", async ({
		page,
		studio,
	}) => {
		await readyForNoSignal(page);
		await studio.kill();
		await page.goto("/position?ladder=bram-clubs");
		await placeByKeys(page, 6, ["hip", "knee", "ankle"]);
		await expect(page.getByTestId("measured")).toHaveText(`${poseOf(6).knee}°`);
		await page.getByLabel(/agreed to filming/).check();
		await page.getByRole("button", { name: /^save the picture with/ }).tap();
		await expect(page.getByText("Saved on this device. It is sent when the server answers.")).toBeVisible();
		await studio.start();
		for (let again = 0; again < 2; again++) {
			await page.goto("/position?ladder=bram-clubs");
			await placeByKeys(page, 7, ["hip", "knee", "ankle"]);
			await expect(page.getByLabel("Overlay").getByRole("option")).not.toHaveCount(0);
		}
		await page.goto("/students/bram/progress");
		await expect(page.getByRole("region", { name: /^Held finish: / }).getByRole("img")).toHaveCount(1);
	});
});

test.describe("film", () => {
	test.use({ demo: true, viewport: { width: 1280, height: 800 } });

	test("two clips are stepped frame by frame by the same beat, and a frame is measured; lines are drawn on it", async ({
		page,
	}) => {
		await page.goto("/position?ladder=isolde-clubs");
		// A clip of our own, drawn and recorded here: a bar that moves.
		const bytes = await page.evaluate(async () => {
			const canvas = Object.assign(document.createElement("canvas"), { width: 320, height: 240 });
			const on = canvas.getContext("2d") as CanvasRenderingContext2D;
			const recorder = new MediaRecorder(canvas.captureStream(30), { mimeType: "video/webm" });
			const pieces: Blob[] = [];
			recorder.ondataavailable = (event) => pieces.push(event.data);
			const stopped = new Promise((done) => {
				recorder.onstop = done;
			});
			recorder.start(100);
			for (let i = 0; i < 40; i++) {
				on.fillStyle = "#fff";
				on.fillRect(0, 0, 320, 240);
				on.fillStyle = "#000";
				on.fillRect(i * 6, 60, 30, 120);
				await new Promise((done) => setTimeout(done, 30));
			}
			recorder.stop();
			await stopped;
			return [...new Uint8Array(await new Blob(pieces).arrayBuffer())];
		});
		const clip = (name: string) => ({ name, mimeType: "video/webm", buffer: Buffer.from(bytes) });
		await page.getByLabel("A picture, or one or two clips").setInputFiles([clip("then.webm"), clip("now.webm")]);
		const film = page.getByRole("region", { name: "Film" });
		await film.getByRole("button", { name: "10 frames on, then.webm" }).click();
		await expect(page.getByTestId("frame-0")).toHaveText("10");
		await expect(page.getByTestId("frame-1")).toHaveText("0");
		await film.getByRole("button", { name: "beat set here" }).first().click();
		await film.getByRole("button", { name: "1 frame on, now.webm" }).click();
		await film.getByRole("button", { name: "beat set here" }).click();
		await film.getByRole("button", { name: "1 frame on, then.webm" }).click();
		await expect(page.getByTestId("frame-0")).toHaveText("11");
		await expect(page.getByTestId("frame-1")).toHaveText("2");
		await film.getByRole("button", { name: "line both up at the beat" }).click();
		await expect(page.getByTestId("frame-0")).toHaveText("10");
		await expect(page.getByTestId("frame-1")).toHaveText("1");
		await film.getByRole("button", { name: "use this frame" }).first().click();
		await expect(page.getByRole("slider")).toHaveCount(3);

		// A line drawn by hand is on the still, and goes again.
		await touch(page, "draw a line").click();
		const box = await page
			.locator("svg")
			.filter({ has: page.getByRole("slider") })
			.boundingBox();
		if (!box) throw new Error("the picture is not there");
		await page.mouse.move(box.x + 30, box.y + 30);
		await page.mouse.down();
		await page.mouse.move(box.x + 200, box.y + 120, { steps: 4 });
		await page.mouse.up();
		await touch(page, "remove the drawn lines").click();
		// A point is dragged.
		await touch(page, "draw a line").click();
		const upper = page.getByRole("slider").first();
		const from = await upper.boundingBox();
		if (!from) throw new Error("the point is not there");
		await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
		await page.mouse.down();
		await page.mouse.move(box.x + box.width / 2, box.y + 20, { steps: 4 });
		await page.mouse.up();
		await expect(page.getByLabel("upper, across")).toHaveValue("160");
		await accessible(page);
	});
});
