import { saveSkill } from "@/store/skills";
import { saveStudent } from "@/store/students";
import { expect, test, touch, written } from "./studio";

test("a skill with exactly one key position: it can be watched, and left again", async ({ page, studio }) => {
	const position = { id: "only", name: "Only one", short: "only", tell: "", cues: [], fault: "", origin: null };
	await studio.inStore(async (store) => {
		await saveSkill(store, { name: "Hoop", about: "", positions: [position] }, null, "hoop");
		const student = { name: "Ida", strongSide: "left" as const, born: null, level: "steady" as const };
		await saveStudent(store, { ...student, protectedParts: [], kit: "", wish: "" }, null, "ida");
	});
	await page.goto("/ladders/new?student=ida&skill=hoop");
	await touch(page, "start with three rungs").click();
	await expect(page).toHaveURL(/\/ladders\/(?!new)/);
	await page.getByRole("button", { name: "Alone, easy", exact: true }).click();
	const only = page.getByRole("checkbox", { name: "only", exact: true });
	await only.check();
	await written(page);
	await expect(page.getByText(/should be/)).toHaveCount(0);
	await page.reload();
	await page.getByRole("button", { name: "Alone, easy", exact: true }).click();
	await expect(only).toBeChecked();
	const watched = () =>
		studio.inStore(async (store) => {
			const { rows } = await store.client.execute("select json_extract(body, '$.rungs[1].settings.watch') from ladder");
			return rows[0]?.[0];
		});
	expect(await watched()).toBe('["only"]');
	await only.uncheck();
	await written(page);
	await expect.poll(watched).toBe("[]");
});
