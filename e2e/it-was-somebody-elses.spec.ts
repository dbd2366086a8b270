import { foldLesson } from "@/core/log/fold";
import { allSent, expect, good, type Studio, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 }, hasTouch: true });

/** Good and tried of each student in one lesson, as the record has it. */
const countedIn = async (studio: Studio, lesson: string) => {
	const view = foldLesson((await studio.events()).filter((event) => event.lesson === lesson));
	const tries = view.visits.flatMap((visit) => visit.tries.map(({ good: isGood }) => [visit.student, isGood] as const));
	const of = (student: string) => tries.filter(([whose]) => whose === student);
	return Object.fromEntries(
		["teodor", "jory"].map((student) => [
			student,
			[of(student).filter(([, isGood]) => isGood).length, of(student).length],
		]),
	);
};

test("a try under the wrong name is given to the right student in the lesson, and a set after it was closed", async ({
	page,
	studio,
}) => {
	await page.goto("/students/teodor");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Three-club cascade/ }).tap();
	for (let i = 0; i < 3; i++) await good(page).tap();
	const lesson = new URL(page.url()).searchParams.get("lesson") ?? "";

	// One try: the strip, the try, what of it, whose.
	await page.getByRole("button", { name: /^Last tries/ }).tap();
	await page.getByRole("button", { name: /^3 / }).tap();
	await page.getByRole("button", { name: /^this try was another student’s/ }).tap();
	await page.getByRole("button", { name: /^Jory .* · .*Three-ball/ }).tap();
	await expect(page.getByTestId("used")).toHaveText("2");
	await expect(page.getByRole("button", { name: /^Jory/ })).toBeVisible();
	await allSent(page);
	expect(await countedIn(studio, lesson)).toEqual({ teodor: [2, 2], jory: [1, 1] });
	// It comes back, and goes again.
	await touch(page, "undo").tap();
	await expect(page.getByTestId("used")).toHaveText("3");
	await page.getByRole("button", { name: /^moving to another student undone/ }).tap();
	await expect(page.getByTestId("used")).toHaveText("2");

	await touch(page, "more").tap();
	await page.getByRole("link", { name: "wrap up" }).tap();
	await page.getByRole("button", { name: /^next: Jory/ }).tap();
	await expect(page.getByLabel(/^Note for Jory/)).toHaveValue(/1 of 1/);
	await touch(page, "finish lesson").tap();
	await expect(page).toHaveURL(/\/$/);

	// Later, the rest of it was hers too.
	await page.goto(`/lessons/${lesson}`);
	await page.getByText("A set was another student’s").tap();
	const whose = page.getByLabel("Student it belongs to");
	const jory = whose.getByRole("option", { name: /^Jory .* · .*Three-ball/ }).first();
	await whose.selectOption((await jory.getAttribute("value")) ?? "");
	await touch(page, "give the set to the student").tap();
	await expect(page.getByText("You gave the set to the other student.")).toBeVisible();
	await expect.poll(() => countedIn(studio, lesson)).toEqual({ teodor: [0, 0], jory: [3, 3] });
	await touch(page, "undo").tap();
	await expect.poll(() => countedIn(studio, lesson)).toEqual({ teodor: [2, 2], jory: [1, 1] });
});
