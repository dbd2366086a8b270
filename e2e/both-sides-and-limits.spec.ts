import { findCoach } from "@/store/coach";
import { findLadder, listLadders } from "@/store/ladders";
import { findSkill } from "@/store/skills";
import { accessible, expect, openGroup, test, touch, written } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

test("the mirror ladder, both pegs on one rail, and who stands where", async ({ page, studio }) => {
	await page.goto("/ladders/nimue-balls");
	await touch(page, "make the mirrored ladder for the right side").click();
	await expect(page).toHaveURL(/ladders\/[0-9a-f-]{36}/);
	await expect(page.getByRole("heading", { level: 1 })).toContainText("right, other side");
	await expect(page.getByTestId("other-side")).toContainText(
		"The left side is 4 rungs ahead. The right side may need more time.",
	);
	await expect(page.getByText("the left side’s peg is on the same rung", { exact: false })).toHaveCount(1);
	const made = (await studio.inStore((store) => listLadders(store, { students: ["nimue"] }))).filter(
		({ ladder }) => ladder.twin?.ladder === "nimue-balls",
	);
	expect(made).toHaveLength(1);
	// Asked for once more it is there already, from either side.
	await page.getByRole("link", { name: "The left side’s ladder" }).click();
	await expect(page.getByTestId("other-side")).toContainText("level with rung 1, 4 below");

	await page.goto("/ladders");
	await expect(page.getByRole("row", { name: /Nimue Hartwell/ }).getByRole("img")).toHaveCount(3);
	await page.getByLabel("Which ladders").selectOption({ label: "big gap between sides" });
	await expect(page.getByText("4 of 20 ladders")).toBeVisible();
	await page.getByLabel("Search ladders").fill("nimue right");
	await expect(page.getByText("1 of 20 ladders")).toBeVisible();
	await page.getByRole("img", { name: /Nimue Hartwell, Three-ball cascade: peg on rung 1 of 9/ }).click();
	await expect(page).toHaveURL(new RegExp(made[0]?.id ?? "none"));
});

test("a protected part takes out the rung that loads it; a lesson begins beside it; care is asked for", async ({
	page,
	studio,
}) => {
	await page.goto("/ladders/wren-diabolo");
	const pegRow = page.getByText(/^peg here/);
	await expect(pegRow).toHaveCount(1);
	const peg = (await studio.inStore((store) => findLadder(store, "wren-diabolo")))?.ladder.rungs;
	// The rung the peg stands on loads the wrist, has no easier form, and is checked first.
	await page
		.getByRole("button", { name: /^Move rung/ })
		.first()
		.waitFor();
	const name = (await page.getByRole("complementary").getByRole("heading").first().textContent()) ?? "";
	await page.getByRole("button", { name, exact: true }).click();
	for (const group of ["Load", "Easier and harder form", "Safety and kit"]) await openGroup(page, group);
	await page.getByLabel("Add a loaded body part", { exact: true }).selectOption("wrist");
	await page.getByLabel("Easier form").fill("");
	await page.getByLabel("Check before the day’s first try, one per line").fill("mat under it\n\nceiling high enough");
	await page.getByLabel("must not be practised alone").check();
	await page.getByRole("button", { name: peg?.[0]?.settings.name ?? "", exact: true }).click();
	await page.getByLabel("Drill: who is where, what you do").fill("From the {this} hand, caught {across}.");
	await expect(page.getByRole("complementary")).toContainText("From the left hand, caught right.");
	await written(page);
	const saved = (await studio.inStore((store) => findLadder(store, "wren-diabolo")))?.ladder.rungs.find(
		(rung) => rung.settings.name === name,
	);
	expect(saved?.settings).toMatchObject({
		loads: { wrist: 1 },
		care: ["mat under it", "ceiling high enough"],
		neverAlone: true,
	});

	await page.goto("/students/wren");
	await touch(page, "edit").click();
	await page.getByLabel("wrist").check();
	await written(page);
	await expect(page.getByText("protect the")).toContainText("wrist");
	await page.goto("/ladders/wren-diabolo");
	await expect(page.getByRole("button", { name: `${name} left out` })).toBeVisible();
	await expect(page.getByText(/Left out for Wren Abernook: it loads the wrist, which is protected\./)).toBeVisible();
	await accessible(page);

	// The lesson begins on the rung below, and the rung itself says why it is not to be done.
	await page.goto("/students/wren");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Diabolo/ }).click();
	// Its sides are read out in the lesson; the record keeps the tokens.
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^what next/ }).click();
	await page.getByRole("button", { name: new RegExp(`^${peg?.[0]?.settings.name}`) }).click();
	await touch(page, "more").click();
	await expect(page.getByText("From the left hand, caught right.")).toBeVisible();
	await page.keyboard.press("Escape");
	await touch(page, "undo").click();
	const at = peg?.findIndex((rung) => rung.settings.name === name) ?? 0;
	const below = peg?.[at - 1]?.settings.name ?? "";
	await expect(page.getByRole("heading", { name: `Lesson: Wren Abernook, ${below}` })).toBeAttached();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^what next/ }).click();
	await expect(page.getByRole("button", { name: new RegExp(`^${name}`) })).toContainText("Left out for Wren Abernook");
});

test("a set-up is placed by dragging, by keys and by numbers, in the coach’s unit, and seen mirrored from the other side", async ({
	page,
	studio,
}) => {
	await page.goto("/ladders/difficulties");
	await page.getByLabel("Units for distances").selectOption("ft");
	// It is written after a rest: the mark stands on *kept* until the rest begins.
	await expect.poll(() => studio.inStore(async (store) => (await findCoach(store)).coach.unit)).toBe("ft");

	await page.goto("/ladders/isolde-clubs");
	await page.getByRole("button", { name: "One club, hand to hand", exact: true }).click();
	await touch(page, "add a person").click();
	await touch(page, "add a mark").click();
	await page.getByLabel("person, right of the middle in ft").fill("-3");
	await page.getByLabel("person, away in ft").fill("3");
	await page.getByLabel("mark, right of the middle in ft").fill("0");
	await page.getByLabel("mark, away in ft").fill("7");
	await touch(page, "add a distance").click();
	await expect(page.getByText("5 ft").first()).toBeVisible();

	// By the arrow keys, a tenth of a metre each; then by dragging.
	const mark = page.getByRole("button", { name: "Place mark, mark on the ground" });
	await mark.focus();
	await page.keyboard.press("ArrowRight");
	await expect(page.getByLabel("mark, right of the middle in ft")).toHaveValue("0.3");
	const box = await mark.boundingBox();
	if (!box) throw new Error("no mark");
	await page.mouse.move(box.x + 20, box.y + 20);
	await page.mouse.down();
	await page.mouse.move(box.x + 60, box.y + 20, { steps: 5 });
	await page.mouse.move(box.x + 110, box.y + 20, { steps: 5 });
	await page.mouse.up();
	const dragged = Number(await page.getByLabel("mark, right of the middle in ft").inputValue());
	expect(dragged).toBeGreaterThan(3);
	await page.getByLabel("mark, at home instead").fill("a cup");
	await accessible(page);
	await written(page);
	const sketch = (await studio.inStore((store) => findLadder(store, "isolde-clubs")))?.ladder.rungs[0]?.settings.sketch;
	// Kept in metres, whatever the unit.
	expect(sketch?.side).toBe("left");
	expect(sketch?.items[0]?.x).toBeCloseTo(-0.914, 3);
	expect(sketch?.items[1]?.home).toBe("a cup");

	// Seen from the right side, the thing lies on the left of the middle. The saved ladder is drawn anew, with no rung open.
	await page.goto("/ladders/isolde-clubs");
	await page.getByRole("button", { name: "One club, hand to hand", exact: true }).click();
	const seen = page.getByRole("img", { name: /Set-up from above: person \(person\), mark/ });
	const cross = () => seen.locator("g").last().getAttribute("transform");
	const left = Number(/translate\(([\d.]+)/.exec((await cross()) ?? "")?.[1]);
	await page.locator("summary").filter({ hasText: "Settings" }).click();
	await page.getByLabel("Side", { exact: true }).selectOption("right");
	const right = Number(/translate\(([\d.]+)/.exec((await cross()) ?? "")?.[1]);
	expect(left + right).toBeCloseTo(400, 3);
	expect(left).toBeGreaterThan(200);
});

test("difficulties are the coach’s, or the skill’s own: renamed, reweighed, refused; ladders that stand keep theirs", async ({
	page,
	studio,
}) => {
	await page.goto("/ladders/difficulties");
	await page.getByLabel("Name of scale 2").fill("help");
	await expect(page.getByText('Scales 1 and 2 have the same name, "help". Rename one of them.').first()).toBeVisible();
	await page.getByLabel("Name of scale 2").fill("prop");
	await page.getByRole("button", { name: "notches of prop" }).click();
	await page.getByLabel("prop, size of notch 2").fill("-1");
	await expect(
		page.getByText("Difficulty 2, notch 2, weight: enter at least 0, not -1.", { exact: true }).first(),
	).toBeVisible();
	await page.getByLabel("prop, size of notch 2").fill("0");
	await expect(
		page.getByText('"slow and light" of prop: size must be more than 0, not 0. A normal step is 1.').first(),
	).toBeVisible();
	await page.getByLabel("to, in 10").fill("5");
	await expect(page.getByText(/Working range: the lower end \(6\) must be below the upper one \(5\)/)).toBeVisible();
	await page.getByLabel("to, in 10").fill("8.5");
	await page.getByLabel("prop, size of notch 2").fill("2");
	await page.getByLabel("prop, notch 2").fill("scarves");
	await page.getByRole("button", { name: "Move prop" }).press("ArrowUp");
	await expect(page.getByLabel("Name of scale 1", { exact: true })).toHaveValue("prop");
	await accessible(page);
	await written(page);
	const { coach } = await studio.inStore((store) => findCoach(store));
	expect(coach.difficulties[0]).toMatchObject({ id: "object", name: "prop" });
	expect(coach.difficulties[0]?.notches[1]).toEqual({ name: "scarves", weight: 2 });

	await page.goto("/skills/clubs#scales");
	await touch(page, "give the skill its own scales").click();
	await page.getByLabel("Name of scale 1", { exact: true }).fill("clubs in hand");
	await accessible(page);
	await written(page);
	// A skill in use keeps what it says until the coach makes it a revision.
	expect((await studio.inStore((store) => findSkill(store, "clubs")))?.skill.difficulties).toBeUndefined();

	await page.goto("/ladders/new");
	await page.getByLabel("Skill", { exact: true }).selectOption({ label: "Slackline walk" });
	await touch(page, "build a ladder from scales").click();
	await page.getByLabel("prop", { exact: true }).check();
	await expect(page.getByLabel("prop, goal").getByRole("option", { name: "scarves" })).toBeAttached();

	// The ladder that stood is counted on what it was built on.
	await page.goto("/ladders/isolde-clubs");
	await page.getByRole("button", { name: "Three clubs, slow", exact: true }).click();
	await openGroup(page, "Difficulty");
	await expect(page.getByLabel("object", { exact: true })).toBeVisible();
});
