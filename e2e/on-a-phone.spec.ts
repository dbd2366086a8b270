import type { Page } from "@playwright/test";
import { hashEvent } from "@/core/log/parseEvent";
import { pushEvents } from "@/store/events";
import { findLadder, saveLadder } from "@/store/ladders";
import { findSkill, saveSkill } from "@/store/skills";
import { findStudent, saveStudent } from "@/store/students";
import { pages } from "./pages";
import { expect, good, type Studio, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

const everywhere = Object.values(pages).flat();
const atTheThumb = ["Today", "Calendar", "Students", "Group"];
const underMore = ["Practice", "Ladders", "Skills", "Tools", "Data", "Search", "Settings"];

test("the places stand at the thumb on every page, the others one press further, whole and under the finger", async ({
	page,
}) => {
	const foot = page.getByRole("navigation", { name: "Main menu, at the thumb" });
	const isUnderFinger = async (name: string) => {
		const place = foot.getByRole("link", { name, exact: true });
		await expect(place).toBeInViewport({ ratio: 1 });
		const box = await place.boundingBox();
		expect(box?.height).toBeGreaterThanOrEqual(48);
		// Nothing lies over it.
		const hit = await page.evaluate(
			([x, y]) => document.elementFromPoint(x as number, y as number)?.textContent,
			[(box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) / 2],
		);
		expect(hit).toBe(name);
	};
	for (const width of [390, 360]) {
		await page.setViewportSize({ width, height: 844 });
		for (const path of ["/", "/students/isolde", "/skills/clubs", "/ladders/isolde-clubs", "/records", "/find"]) {
			await page.goto(path);
			for (const name of atTheThumb) await isUnderFinger(name);
			await foot.getByRole("button", { name: "More" }).click();
			for (const name of underMore) await isUnderFinger(name);
		}
	}
	// A page below a place says the way back.
	await page.goto("/students/isolde");
	await page.getByRole("banner").getByRole("link", { name: "‹ Students" }).click();
	await expect(page).toHaveURL(/\/students$/);
	await foot.getByRole("button", { name: "More" }).click();
	await foot.getByRole("link", { name: "Search", exact: true }).click();
	await page.getByRole("combobox").fill("isol plan");
	await page.getByRole("option", { name: "plan Isolde Brankovar" }).click();
	await expect(page).toHaveURL(/\/plans\?student=isolde/);
	await foot.getByRole("button", { name: "More" }).click();
	await page.getByRole("button", { name: /^light:/ }).click();
	await expect(page.locator("html")).toHaveAttribute("data-light", "daylight");
});

/** What reaches beyond the screen: the widest offender's own words. */
const tooWide = (page: Page) =>
	page.evaluate(() => {
		const room = document.documentElement.clientWidth;
		if (document.documentElement.scrollWidth <= room) return null;
		const wide = [...document.querySelectorAll("body *")].filter(
			(one) => one.getBoundingClientRect().right > room + 1 || one.scrollWidth > room + 1,
		);
		const last = wide.at(-1);
		return `${document.documentElement.scrollWidth} > ${room}: <${last?.tagName} class="${last?.className}"> ${last?.textContent?.slice(0, 40)}`;
	});

const word = (letters: number) => "Wirbelkeulenhochwurfdrehung".repeat(20).slice(0, letters);

/** Words of as many letters as fit, without a gap, wherever a coach can write them. */
async function longWords(studio: Studio): Promise<void> {
	await studio.inStore(async (store) => {
		const student = await findStudent(store, "isolde");
		if (!student) throw new Error("no student");
		const { name: _, ...rest } = student.student;
		await saveStudent(
			store,
			{ ...rest, name: word(80), kit: word(200), wish: word(300) },
			{ id: student.id, rev: student.rev },
		);
		const skill = await findSkill(store, "clubs");
		if (!skill) throw new Error("no skill");
		const positions = skill.skill.positions.map((one, i) => ({
			...one,
			name: `${i}${word(70)}`,
			fault: word(180),
			cues: one.cues.map((cue) => ({ ...cue, text: word(110) })),
		}));
		await saveSkill(
			store,
			{ ...skill.skill, name: word(80), about: word(400), positions },
			{ id: skill.id, rev: skill.rev },
		);
		for (const id of ["isolde-clubs", "teodor-clubs"]) {
			const ladder = await findLadder(store, id);
			if (!ladder) throw new Error("no ladder");
			const rungs = ladder.ladder.rungs.map((rung, i) => ({
				...rung,
				settings: { ...rung.settings, name: `${i}${word(78)}`, drill: word(600), easier: word(100), care: [word(110)] },
			}));
			await saveLadder(store, { ...ladder.ladder, rungs }, { id, rev: ladder.rev });
		}
		const kept = (body: object, kind: string, n: number) =>
			hashEvent({
				id: `long-${n}`,
				act: `long-${n}`,
				device: "long",
				dseq: n,
				lamport: 900_000 + n,
				kind,
				body,
				at: "2026-11-20T10:00:00.000Z",
				tz: "UTC",
				localDay: "2026-11-20",
				actor: "coach",
				lesson: null,
				set: null,
				student: "isolde",
				ladder: null,
				rung: null,
			} as never);
		await pushEvents(store, "long", [
			kept({ text: word(300) }, "parked", 1),
			kept({ text: word(300), due: "2026-12-01" }, "promise", 2),
		]);
	});
}

const [phone, laptop] = [
	{ width: 390, height: 844 },
	{ width: 1280, height: 800 },
];

test("words of a hundred letters without a gap widen no page, on a phone or a laptop", async ({ page, studio }) => {
	await longWords(studio);
	const wide: string[] = [];
	for (const path of everywhere) {
		await page.setViewportSize(phone);
		await page.goto(path);
		await expect(page.locator("h1").first()).toBeAttached();
		for (const size of [phone, laptop]) {
			await page.setViewportSize(size);
			const said = await tooWide(page);
			if (said) wide.push(`${path} ${size.width}: ${said}`);
		}
	}
	expect(wide).toEqual([]);
	// Into a lesson and out again: what ends it can be pressed.
	for (const size of [phone, laptop]) {
		await page.setViewportSize(size);
		await page.goto("/students/isolde");
		await page
			.getByRole("button", { name: /^(?:start|continue) lesson: .*left/ })
			.first()
			.click();
		await good(page).click();
		expect(await tooWide(page)).toBeNull();
		await touch(page, "more").click();
		expect(await tooWide(page)).toBeNull();
		await page.getByRole("link", { name: "wrap up" }).click();
		await expect(touch(page, "finish lesson")).toBeVisible();
		expect(await tooWide(page)).toBeNull();
		await touch(page, "finish lesson").click();
		await expect(page).toHaveURL(/\/$/);
	}
});
