import { freshRung } from "@/core/ladder/rung";
import { freshPosition } from "@/core/skill/skill";
import { addLadder } from "@/store/ladders";
import { saveSkill } from "@/store/skills";
import { saveStudent } from "@/store/students";
import { accessible, allSent, expect, field, good, test, touch } from "./studio";

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test("skills tried in one go: a try that breaks says in which of them, and the record keeps it", async ({
	page,
	studio,
}) => {
	await studio.inStore(async (store) => {
		await saveStudent(
			store,
			{
				name: "Ida Thornbury",
				strongSide: "left",
				born: null,
				level: "steady",
				protectedParts: [],
				kit: "",
				wish: "",
			},
			null,
			"ida",
		);
		for (const name of ["Scarves", "Balls", "Clubs"])
			await saveSkill(store, { name, about: "", positions: [] }, null, name.toLowerCase());
		const positions = ["start", "change", "finish"].map((short) => ({
			...freshPosition(short),
			short,
			name: `The {this} hand at the ${short}`,
			cues: [{ text: `{across} hand first, ${short}`, kind: "outside" as const }],
		}));
		const chain = ["scarves", "balls", "clubs"];
		expect((await saveSkill(store, { name: "Medley", about: "", positions, chain }, null, "medley")).ok).toBe(true);
		const settings = {
			...freshRung("All three in a row"),
			gate: "both" as const,
			watch: ["start", "change", "finish"],
		};
		await addLadder(store, "ida", "medley", {
			side: "left",
			policy: "mastery",
			start: null,
			rungs: [{ id: "r", settings }],
		});
	});
	await page.goto("/");
	await touch(page, "start lesson: Ida Thornbury, Medley, left").tap();
	await good(page).tap();
	await page.getByRole("button", { name: "broke in Balls" }).tap();
	await expect(page.getByTestId("used")).toHaveText("2");
	await accessible(page);
	for (const size of [
		{ width: 390, height: 844 },
		{ width: 360, height: 640 },
	]) {
		await page.setViewportSize(size);
		// Every field is whole on the screen, and a thumb high.
		for (const id of ["broke-balls", "hit-start", "good"]) {
			const box = await field(page, id).boundingBox();
			expect(box?.height).toBeGreaterThanOrEqual(64);
			expect((box?.y ?? 0) + (box?.height ?? 0)).toBeLessThanOrEqual(size.height);
		}
		await expect(page.getByTestId("used")).toBeInViewport();
	}
	await page.setViewportSize({ width: 390, height: 844 });
	await page.getByRole("button", { name: /^Last tries/ }).tap();
	await expect(page.getByRole("button", { name: /^2 missed, broke in Balls/ })).toBeVisible();
	await touch(page, "close").tap();
	// A text with sides in it reads as this left-hander's ladder does.
	await touch(page, "cue").tap();
	await expect(page.getByRole("heading", { name: "The left hand at the start" })).toBeVisible();
	await expect(page.getByText("right hand first, start")).toBeVisible();
	await touch(page, "close").tap();
	await allSent(page);
	const tries = (await studio.events()).filter((event) => event.kind === "attempt");
	expect(tries.map((event) => (event.kind === "attempt" ? event.body.brokeAt : null))).toEqual([undefined, "balls"]);
});
