import { hashEvent } from "@/core/log/parseEvent";
import { expect, test, touch, written } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 }, expected: /status of 4(00|03|09)/ });

test("a ladder is refused in sentences that say what would be right, and nothing typed is lost", async ({ page }) => {
	await page.goto("/ladders/bram-unicycle");
	await page.getByRole("button", { name: "Along the rail, one hand", exact: true }).click();
	const rung = page.getByLabel("Rung", { exact: true });
	await rung.fill("SIT and rock at the rail");
	await page.getByLabel("good", { exact: true }).fill("18");
	await page.getByLabel("Limit: tries a day").fill("4");
	await page.getByLabel("arms", { exact: true }).check();
	const standing = page.getByTestId("standing");
	await expect(standing).toHaveAttribute("data-standing", "amiss");
	await expect(standing).toContainText("Fix this and it takes effect");
	await touch(page, "show me").click();
	for (const sentence of [
		'Rungs 1 and 2 are both called "SIT and rock at the rail". Rename one of them.',
		"Good tries needed: enter at most 17, not 18.",
		"watches 4 key positions. The most at once is 3. Remove 1.",
	])
		await expect(page.getByText(sentence).first()).toBeVisible();
	await page.getByLabel("good", { exact: true }).fill("7");
	await page.getByLabel("arms", { exact: true }).uncheck();
	await page.getByLabel("A try is good when").selectOption("form");
	for (const name of ["seat", "tall", "gaze"]) await page.getByLabel(name, { exact: true }).uncheck();
	await rung.fill("Along the rail, two fingers");
	await touch(page, "show me").click();
	await expect(page.getByText("allows 4 tries a day, but its rule needs at least 7").first()).toBeVisible();
	await expect(page.getByText("asks for good form but watches nothing").first()).toBeVisible();

	// Nothing was written, and what was typed survives a reload.
	await page.reload();
	await expect(page.getByText("Your unsaved text is back.")).toBeVisible();
	await page.getByRole("button", { name: "Along the rail, two fingers", exact: true }).click();
	await page.getByLabel("Limit: tries a day").fill("27");
	await page.getByLabel("gaze", { exact: true }).check();
	await written(page);
	await page.reload();
	await expect(page.getByRole("button", { name: "Along the rail, two fingers", exact: true })).toBeVisible();
	await expect(page.getByText("unsaved text is back")).toHaveCount(0);
});

test("names in any script and with any markup are shown as they were typed, and nothing in them runs", async ({
	page,
}) => {
	for (const name of ["<img src=x onerror=alert(1)>", "נועה לוי", "🤹🏽‍♀️ Zoë"]) {
		await page.goto("/students/new");
		await page.getByLabel("Name").fill(name);
		await touch(page, "add the student").click();
		await expect(page.getByRole("heading", { name, exact: true })).toBeVisible();
	}
	await page.goto("/students/new");
	await page.getByLabel("Name").fill("x".repeat(100_000));
	await touch(page, "add the student").click();
	await expect(page.getByText("Name is too long: 100,000 characters, 80 allowed.")).toBeVisible();
	await page.goto("/students");
	await expect(page.getByRole("link", { name: "<img src=x onerror=alert(1)>" })).toBeVisible();
});

test("what was changed elsewhere is not overwritten", async ({ page, context }) => {
	const other = await context.newPage();
	for (const one of [page, other]) {
		await one.goto("/students/isolde");
		await one.getByRole("button", { name: "edit" }).click();
	}
	await page.getByLabel("Kit", { exact: true }).fill("Longer clubs");
	await written(page);
	await expect(page.getByText("Kit: Longer clubs")).toBeVisible();
	await other.getByLabel("Kit", { exact: true }).fill("Shorter clubs");
	await expect(other.getByText("This student was changed elsewhere")).toBeVisible();
	await expect(other.getByLabel("Kit", { exact: true })).toHaveValue("Shorter clubs");
	// Both are there to choose from, and the choice can be undone.
	await other.getByRole("button", { name: "use the other version" }).click();
	await expect(other.getByLabel("Kit", { exact: true })).toHaveValue("Longer clubs");
	await written(other);
	await other.getByRole("button", { name: "undo", exact: true }).click();
	await expect(other.getByLabel("Kit", { exact: true })).toHaveValue("Shorter clubs");
	await written(other);
	await page.reload();
	await expect(page.getByText("Kit: Shorter clubs")).toBeVisible();
});

test("a revised skill is taken over by one press; one that lost a watched position is not", async ({ page }) => {
	await page.goto("/skills/slackline");
	await page.getByRole("button", { name: "details of position 6" }).click();
	await page.getByLabel("Sign: what you see").fill("Somebody beside the line hears it.");
	await touch(page, "use as the new version").click();
	await expect(touch(page, "use as the new version")).toHaveCount(0);
	await page.goto("/");
	await expect(page.getByRole("link", { name: "Odile Fennimore: Slackline walk has a new version" })).toBeVisible();
	await page.goto("/ladders/odile-slackline");
	await touch(page, "use the new version").click();
	await expect(page.getByText("New version of the skill")).toHaveCount(0);

	await page.goto("/skills/slackline");
	await page.getByRole("button", { name: "details of position 5" }).click();
	await touch(page, "remove this position").click();
	await expect(page.getByText(/rungs in ladders watch it: .*They keep it/)).toBeVisible();
	await touch(page, "undo the removal").click();
	await touch(page, "remove this position").click();
	await touch(page, "use as the new version").click();
	await expect(touch(page, "use as the new version")).toHaveCount(0);
	await page.goto("/ladders/odile-slackline");
	await touch(page, "use the new version").click();
	await expect(
		page.getByText(/watches a key position that "Slackline walk" no longer has\. Choose from foot, knee/).first(),
	).toBeVisible();
});

test("events that cannot be taken in are set aside and shown, word for word", async ({ page, studio, request }) => {
	const { studio: mark } = await (await request.get("/api/pack")).json();
	const head = {
		act: "e1",
		device: "stray",
		lamport: 1,
		at: "2026-01-01T00:00:00Z",
		tz: "UTC",
		localDay: "2026-01-01",
		actor: "coach",
		lesson: null,
		set: null,
		ladder: null,
		rung: null,
	};
	const gone = hashEvent({
		...head,
		id: "e1",
		dseq: 1,
		kind: "note",
		student: "nobody",
		body: { text: "for nobody" },
	} as never);
	const once = hashEvent({
		...head,
		id: "e2",
		dseq: 2,
		kind: "note",
		student: null,
		body: { text: "first words" },
	} as never);
	const twice = hashEvent({ ...once, dseq: 3, body: { text: "second words" } } as never);
	const push = (events: unknown[]) =>
		request.post("/api/push", { data: { studio: mark.id, epoch: mark.epoch, device: "stray", events } });
	const answer = await (await push([gone, once, once, twice, { kind: "?" }])).json();
	expect(answer).toMatchObject({ upTo: 4 });
	expect(answer.setAside).toHaveLength(3);
	expect((await push([gone, once, twice])).ok()).toBe(true);
	await page.goto("/records");
	await expect(page.getByText("Its student is missing or was deleted.")).toHaveCount(1);
	await expect(page.getByText("Another event with the same id and different content is already here.")).toHaveCount(1);
	await page.getByText("content", { exact: true }).nth(1).click();
	await expect(page.getByText("second words")).toBeVisible();
	expect((await studio.events()).filter((event) => event.device === "stray").map((event) => event.id)).toEqual(["e2"]);

	expect((await request.post("/api/push", { data: "nonsense" })).status()).toBe(400);
	expect(
		(await request.post("/api/push", { data: { studio: "other", epoch: 1, device: "stray", events: [] } })).status(),
	).toBe(409);
	expect((await request.get("/api/pack", { headers: { host: "example.test" } })).status()).toBe(403);
	for (const origin of ["https://example.test", "null"])
		expect((await request.post("/api/push", { headers: { origin }, data: {} })).status()).toBe(403);
});

test("the demo is made anew by one press, and says first what is lost", async ({ page, studio }) => {
	await page.goto("/students/new");
	await page.getByLabel("Name").fill("Only here");
	await touch(page, "add the student").click();
	await page.goto("/records");
	await touch(page, "reset the demo").click();
	await touch(page, "reset and lose my changes").click();
	// Twenty weeks are made: on a slow machine that takes minutes.
	await expect(page.getByText("Reset, up to today.")).toBeVisible({ timeout: 400_000 });
	await page.goto("/students");
	await expect(page.getByText("Isolde Brankovar")).toBeVisible();
	await expect(page.getByText("Only here")).toHaveCount(0);
	expect((await studio.events()).length).toBeGreaterThan(500);
});
