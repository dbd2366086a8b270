import type { Page } from "@playwright/test";
import ICAL from "ical.js";
import { occurrences } from "@/core/calendar/booking";
import { dayAfter } from "@/core/text/fields";
import { listBookings } from "@/store/bookings";
import { today } from "@/ui/dates";
import { accessible, allSent, expect, good, test, touch } from "./studio";

test.use({
	demo: true,
	viewport: { width: 1280, height: 800 },
	timezoneId: "Europe/Vienna",
	expected: /status of 404/,
});

/** What another library makes of a calendar file. */
const eventsIn = (text: string) =>
	new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent").map((one) => {
		const event = new ICAL.Event(one);
		return { at: event.startDate.toJSDate(), who: event.summary, where: event.location };
	});
const inVienna = (at: Date) =>
	at.toLocaleTimeString("en-GB", { timeZone: "Europe/Vienna", hour: "2-digit", minute: "2-digit" });

test("a weekly series, one of it moved and one left out; the file is read back by another library, over a clock change", async ({
	page,
	request,
	studio,
}) => {
	await page.goto("/calendar");
	await accessible(page);
	await touch(page, "add a lesson").click();
	const form = page.getByRole("form", { name: "A new lesson" });
	await form.getByLabel("Student", { exact: true }).selectOption({ label: "Pip Lanternby" });
	await form.getByLabel("One more student").selectOption({ label: "Bram Ostwick" });
	const first = dayAfter(today(), 1);
	await form.getByLabel("First day").fill(first);
	await form.getByLabel("Start").fill("07:15");
	await form.getByLabel("Place").fill("Lantern square");
	await form.getByLabel("Minutes").fill("0");
	await form.getByRole("button", { name: "add the lesson" }).click();
	await expect(page.getByText("Minutes: enter at least 1, not 0")).toBeVisible();
	await form.getByLabel("Minutes").fill("30");
	await form.getByLabel("End of term").fill(dayAfter(first, -7));
	await form.getByRole("button", { name: "add the lesson" }).click();
	await expect(page.getByText(/The term ends on .*, before its first lesson/)).toBeVisible();
	await form.getByLabel("End of term").fill("");
	await form.getByRole("button", { name: "add the lesson" }).click();

	await touch(page, "list").click();
	const two = page.getByRole("region", { name: "Two weeks" });
	const rows = two.getByRole("listitem").filter({ hasText: "Pip Lanternby, Bram Ostwick" });
	await expect(rows).toHaveCount(2);
	await rows
		.first()
		.getByRole("button", { name: /^move or cancel/ })
		.click();
	await rows.first().getByLabel("at", { exact: true }).fill("06:45");
	await rows.first().getByRole("button", { name: "move the lesson" }).click();
	await expect(rows.first()).toContainText("06:45");
	await expect(rows.first()).toContainText("moved");
	await rows
		.last()
		.getByRole("button", { name: /^move or cancel/ })
		.click();
	await rows.last().getByRole("button", { name: "cancel this date" }).click();
	await expect(rows).toHaveCount(1);

	// An address of its own: shown once, read without a session, withdrawn.
	await page.getByLabel("Name of the calendar").fill("my phone");
	await page.getByRole("button", { name: "make a link" }).click();
	const address = (await page.locator("code").textContent()) ?? "";
	expect(address).toMatch(/\/api\/calendar\/[\w-]{43}\.ics$/);
	const answer = await request.get(address);
	expect(answer.headers()["content-type"]).toContain("text/calendar");
	const theirs = eventsIn(await answer.text()).filter(({ who }) => who === "Pip Lanternby, Bram Ostwick");
	expect(theirs.length).toBeGreaterThan(20);
	expect(theirs[0]?.where).toBe("Lantern square");
	const times = theirs.map(({ at }) => inVienna(at));
	expect(times[0]).toBe("06:45");
	expect(new Set(times.slice(1))).toEqual(new Set(["07:15"]));
	// Half a year holds a night on which the clocks change: the hour stays, the moment does not.
	expect(new Set(theirs.slice(1).map(({ at }) => at.getUTCHours())).size).toBe(2);
	const stored = await studio.inStore((store) => store.client.execute("select * from feed"));
	expect(JSON.stringify(stored.rows)).not.toContain(address.slice(-47, -4));
	await page.getByRole("button", { name: "switch off: my phone" }).click();
	await expect(page.getByRole("button", { name: "switch off: my phone" })).toHaveCount(0);
	expect((await request.get(address)).status()).toBe(404);
	expect((await request.get(address.replace(/[\w-]{43}/, "x".repeat(43)))).status()).toBe(404);
});

/** The lesson of somebody on the grid. */
const onGrid = (page: Page, who: string) => page.locator("[data-lesson]").filter({ hasText: who });
const held = (page: Page) => page.getByRole("status").filter({ hasText: "undo" });

test("a week on the grid: dragged, lengthened, moved by keys, ill, undone, and from here on", async ({
	page,
	studio,
}) => {
	await page.goto("/calendar");
	const jory = onGrid(page, "Jory Tamblyn");
	await expect(jory).toBeVisible();
	await accessible(page);
	const times = async () =>
		(await studio.inStore(async (store) => (await import("@/store/bookings")).listBookings(store)))
			.filter(({ booking }) => booking.students.includes("jory"))
			.map(({ booking }) => ({
				time: booking.time,
				changes: booking.changes.map(({ time, minutes }) => [time, minutes]),
			}));
	const [before] = await times();

	// Two rows of half an hour are 40 pixels each: dragged an hour down.
	const box = await jory.boundingBox();
	const [x, y] = [(box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + 12];
	await page.mouse.move(x, y);
	await page.mouse.down();
	await page.mouse.move(x, y + 40, { steps: 4 });
	await page.mouse.move(x, y + 80, { steps: 4 });
	await page.mouse.up();
	await expect(held(page)).toContainText(/Jory Tamblyn: .* 17:45, 45 min/);
	expect((await times())[0]?.changes).toEqual([["17:45", 45]]);
	await held(page).getByRole("button", { name: "undo" }).click();
	await expect.poll(times).toEqual([before]);
	await expect(jory).toHaveAccessibleName(/16:45/);

	// By keys: a quarter of an hour later, then longer by as much; the keys stay on the lesson.
	await jory.focus();
	// Two presses at once are two steps.
	await page.keyboard.press("ArrowDown");
	await page.keyboard.press("ArrowDown");
	await page.keyboard.press("ArrowUp");
	await expect(held(page)).toContainText("17:00");
	await expect(jory).toBeFocused();
	await page.keyboard.press("Shift+ArrowDown");
	await expect(held(page)).toContainText("60 min");
	expect((await times())[0]?.changes).toEqual([["17:00", 60]]);

	// From here on: the series ends before, and goes on as it was moved.
	await held(page).getByRole("button", { name: "change all lessons from here on" }).click();
	await expect(held(page)).toContainText("All lessons from here on.");
	await expect.poll(async () => (await times()).length).toBe(2);
	await held(page).getByRole("button", { name: "undo" }).click();
	await expect.poll(async () => (await times()).length).toBe(1);

	// Ill: struck through, with the reason, and back again.
	await onGrid(page, "Nimue Hartwell").click();
	await page.getByRole("button", { name: "cancel this date: ill" }).click();
	await expect(onGrid(page, "Nimue Hartwell")).toContainText("ill");
	await page.getByRole("button", { name: "today", exact: true }).click();
	await onGrid(page, "Nimue Hartwell").click();
	await expect(page.getByText("cancelled", { exact: false }).first()).toBeVisible();
	await page.getByRole("button", { name: "restore as in the series" }).click();
	await expect(onGrid(page, "Nimue Hartwell")).not.toContainText("ill");

	// A press on a gap: its day and hour stand in the form.
	await page.locator("[data-lesson]").first().waitFor();
	const free = await jory.boundingBox();
	await page.mouse.click((free?.x ?? 0) + 20, (free?.y ?? 0) + 200);
	const form = page.getByRole("form", { name: "A new lesson" });
	await form.getByLabel("Student", { exact: true }).selectOption({ label: "Pip Lanternby" });
	await form.getByRole("button", { name: "add the lesson" }).click();
	await expect(onGrid(page, "Pip Lanternby")).toHaveCount(2);
});

test("clashes and busy times are said; a file that is no calendar is refused, and one can be forgotten", async ({
	page,
}) => {
	await page.goto("/calendar");
	await touch(page, "list").click();
	const two = page.getByRole("region", { name: "Two weeks" });
	const first = two.getByRole("listitem").first();
	await expect(first).not.toContainText("Busy then");
	const stamp = today().replaceAll("-", "");
	const diary = [
		"BEGIN:VCALENDAR",
		"BEGIN:VEVENT",
		"UID:1",
		`DTSTART;VALUE=DATE:${stamp}`,
		"RRULE:FREQ=DAILY;COUNT=20",
		"SUMMARY:Fair in the hall",
		"END:VEVENT",
		"END:VCALENDAR",
	].join("\r\n");
	const bring = (name: string, text: string) =>
		page.getByLabel("A calendar file").setInputFiles({ name, mimeType: "text/calendar", buffer: Buffer.from(text) });
	await bring("notes.ics", "no calendar at all");
	await expect(page.getByText(/This is not a calendar file/)).toBeVisible();
	await bring("hall.ics", diary);
	await expect(page.getByText("20 busy times imported.")).toBeVisible();
	await expect(first).toContainText("Busy then: Fair in the hall.");
	await page.getByRole("button", { name: "remove: hall.ics" }).click();
	await expect(first).not.toContainText("Busy then");
});

test("a week is planned in one go, looked through by a key, copied to the next, and taken back; a show leads the season", async ({
	page,
}) => {
	await page.goto("/calendar");
	await touch(page, "add a show or a term").click();
	const form = page.getByRole("form", { name: "A new date" });
	await form.getByRole("button", { name: "add the date" }).click();
	await expect(page.getByText(/^Name: /)).toBeVisible();
	await form.getByLabel("Name").fill("Harbour night");
	await form.getByLabel("First day").fill(dayAfter(today(), 10));
	await form.getByRole("button", { name: "add the date" }).click();
	await expect(page.getByRole("region", { name: "Shows and terms" })).toContainText("Harbour night");

	// The week after this one has all of its lessons to come.
	await page.getByRole("link", { name: "plan the week" }).click();
	const weekAfter = async () => {
		const before = await page.getByTestId("week").textContent();
		await page.getByRole("link", { name: "the week after" }).click();
		await expect(page.getByTestId("week")).not.toHaveText(before ?? "");
	};
	await weekAfter();
	const planned = page.getByTestId("planned");
	await expect(planned).toContainText(/^0 of \d+ lessons planned/);
	const all = Number(/of (\d+)/.exec((await planned.textContent()) ?? "")?.[1]);
	await accessible(page);
	await page.keyboard.press("p");
	await expect(planned).toContainText(`${all} of ${all} lessons planned`, { timeout: 120_000 });
	await page.keyboard.press("]");
	await expect(page.getByTestId("worth")).toContainText(/ends in time in >?\d+ of 100/);
	const among = page.getByRole("navigation", { name: "Plans of the week" });
	await expect(among).toContainText(`1 of ${all}`);
	// The whole lesson in sight, without a scroll.
	const end = page.getByRole("list", { name: "The lesson, minute by minute" });
	const box = await end.boundingBox();
	expect((box?.y ?? 0) + (box?.height ?? 0)).toBeLessThanOrEqual(800);
	await page.keyboard.press("]");
	await expect(among).toContainText(`2 of ${all}`);
	// As sure as is asked for: what more certainty costs leaves the plan.
	const worth = page.getByTestId("worth");
	for (const sure of ["0.5", "0.8", "0.95"]) {
		await page.getByLabel("Ends in time").selectOption(sure);
		await expect
			.poll(async () => Number(/in time in >?(\d+) of/.exec((await worth.textContent()) ?? "")?.[1]), {
				timeout: 120_000,
			})
			.toBeGreaterThanOrEqual(sure === "0.5" ? 1 : 100 * Number(sure));
	}
	await among.getByRole("link", { name: "plans of the week" }).click();
	await touch(page, "copy to the next week").click();
	await expect(page.getByText(/^\d+ plans made\./)).toBeVisible();
	await touch(page, "undo").click();
	await weekAfter();
	await expect(planned).toContainText(/^0 of \d+ lessons planned/);

	await page.goto("/season?student=isolde");
	await page.getByRole("button", { name: /^look ahead to Harbour night/ }).click();
	await expect(page.getByLabel("By (date)")).toHaveValue(dayAfter(today(), 10));
});

test("the week on Today leads to a plan, and says when one is made", async ({ page }) => {
	await page.goto("/");
	const week = page.getByRole("region", { name: "This week" });
	await week
		.getByRole("button", { name: /^plan the lesson: / })
		.first()
		.click();
	await expect(page.getByTestId("worth")).toContainText("planned");
	const who = (await page.getByRole("heading", { level: 1 }).textContent())?.split(" · ")[0] ?? "";
	await page.goto("/");
	await expect(week.getByRole("link", { name: new RegExp(`^planned: ${who}`) })).toBeVisible();
});

test("a season to a date: what each ladder asks for side by side, which lessons hold it, and practice with days off", async ({
	page,
}) => {
	await page.goto("/season?student=isolde");
	const table = page.getByTestId("season");
	await expect(table.getByRole("columnheader")).toHaveCount(3);
	await expect(table).not.toContainText("…");
	await expect(table.getByRole("row", { name: /^rungs to the top/ })).toContainText("1");
	await accessible(page);
	const lessons = page.getByRole("region", { name: "Lessons for each ladder" });
	await expect(lessons.getByRole("listitem").first()).toContainText("Three-club cascade, right");
	await page.getByLabel("share of Three-club cascade, right").fill("0");
	await expect(lessons).not.toContainText("Three-club cascade, right");
	const practice = page.getByRole("region", { name: "A little practice every day" });
	await practice.getByLabel("Days", { exact: true }).fill("90");
	await expect(practice).toContainText("Days: enter a whole number from 1 to 60.");
	await practice.getByLabel("Days", { exact: true }).fill("14");
	await practice.getByText(/^\d+ days for Isolde/).click();
	await expect(practice.getByText(/^12 days for Isolde/)).toBeVisible();
	await page.getByLabel("By (date)").fill(today());
	await expect(page.getByText("Choose a date after today.")).toBeVisible();
});

test("a next lesson agreed at the wrap-up stands in calendar, Today, season and file; another day moves it and adds none", async ({
	page,
	request,
	studio,
}) => {
	const now = today();
	// Days of the coming week on which she has no lesson.
	const booked = await studio.inStore(async (store) =>
		(await listBookings(store))
			.filter(({ booking }) => booking.students.includes("isolde"))
			.flatMap(({ id, booking }) => occurrences(id, booking, now, dayAfter(now, 6)).map(({ day }) => day)),
	);
	const [first = "", second = ""] = [1, 2, 3, 4, 5, 6]
		.map((n) => dayAfter(now, n))
		.filter((one) => !booked.includes(one));
	const theirs = async (): Promise<string[]> => {
		await page.goto("/calendar");
		await touch(page, "list").click();
		const rows = page.getByRole("region", { name: "Two weeks" }).getByRole("listitem");
		await expect(rows.first()).toBeVisible();
		return rows.filter({ hasText: "Isolde" }).filter({ hasText: "06:25" }).allTextContents();
	};
	const lessonsUntil = async (): Promise<number> => {
		await page.goto("/season?student=isolde");
		await page.getByLabel("By (date)").fill(dayAfter(now, 6));
		const words = page.getByText(/lessons? until then in the calendar/);
		await expect(words).toBeVisible();
		return Number((await words.textContent())?.match(/\d+/)?.[0]);
	};
	await page.goto("/calendar");
	await touch(page, "list").click();
	await page.getByLabel("Name of the calendar").fill("my phone");
	await page.getByRole("button", { name: "make a link" }).click();
	const address = (await page.locator("code").textContent()) ?? "";
	const inFile = async () =>
		eventsIn(await (await request.get(address)).text()).filter(({ at }) => inVienna(at) === "06:25");

	await page.goto("/students/isolde");
	await page.getByRole("button", { name: /^start lesson: Three-club cascade, left/ }).click();
	await good(page).click();
	await allSent(page);
	const lesson = (await studio.events()).at(-1)?.lesson ?? "";
	// Today's lesson is held now, and no longer to come.
	const before = await lessonsUntil();
	for (const day of [first, second]) {
		await page.goto(`/wrap?lesson=${lesson}`);
		await page.getByLabel("Next lesson", { exact: true }).fill(day);
		await page.getByLabel("Start, if not as usual").fill("06:25");
		await expect(page.getByText(/^In the calendar: 06:25/)).toBeVisible();
		await page.getByRole("button", { name: /^(finish lesson|save the changes)$/ }).click();
		await expect(page).not.toHaveURL(/wrap/);

		const rows = await theirs();
		expect(rows).toHaveLength(1);
		expect(await lessonsUntil()).toBe(before + 1);
		const events = await inFile();
		expect(events).toHaveLength(1);
		expect(events[0]?.at.toLocaleDateString("en-CA", { timeZone: "Europe/Vienna" })).toBe(day);
		await page.goto("/");
		const week = page.getByRole("region", { name: "This week" });
		await week.getByText(/in the days after/).click();
		await expect(week.getByRole("listitem").filter({ hasText: "06:25" })).toHaveCount(1);
		await expect(week.getByRole("listitem").filter({ hasText: "06:25" })).toContainText("Isolde");
	}
});
