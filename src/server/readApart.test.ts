import { readApart } from "./readApart";

/** Files from outside, read in a process of their own by the real script. */

const calendar = (...lines: string[]) =>
	["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//x//x//EN", ...lines, "END:VCALENDAR"].join("\r\n");
const event = (uid: string, ...lines: string[]) => ["BEGIN:VEVENT", `UID:${uid}`, ...lines, "END:VEVENT"];
const window = [
	"Europe/Lisbon",
	String(Date.parse("2026-11-01T00:00:00Z")),
	String(Date.parse("2027-05-01T00:00:00Z")),
];
const said = async (text: string, seconds?: number) => {
	const read = await readApart<{ what: string }[]>("calendar", text, window, seconds);
	return read.ok ? read.value : read.refusals.map(({ path, sentence }) => `${path}: ${sentence}`).join(" ");
};

test("a rule that never comes true is ended, and this thread answers all the while", async () => {
	let turns = 0;
	const turning = setInterval(() => {
		turns += 1;
	}, 20);
	const never = calendar(...event("u", "DTSTART:20200101T100000Z", "RRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30"));
	expect(await said(never, 6)).toMatch(/^file: (The file took over 6 seconds to read|An event of this calendar)/);
	clearInterval(turning);
	expect(turns).toBeGreaterThan(10);
});

test.each([
	["hourly", ["RRULE:FREQ=HOURLY"]],
	["every minute", ["RRULE:FREQ=MINUTELY;INTERVAL=7"]],
])("what comes back %s is no appointment", async (_, lines) => {
	expect(await said(calendar(...event("u", "SUMMARY:Beep", "DTSTART:20261101T100000Z", ...lines)))).toMatch(
		/^file: “Beep” repeats more than once a day/,
	);
});

test("a time zone by the second, and more series than anybody goes to, are refused in a sentence", async () => {
	const zone = [
		"BEGIN:VTIMEZONE",
		"TZID:X",
		"BEGIN:STANDARD",
		"DTSTART:19700101T000000",
		"TZOFFSETFROM:+0000",
		"TZOFFSETTO:+0000",
		"RRULE:FREQ=SECONDLY",
		"END:STANDARD",
		"END:VTIMEZONE",
	];
	expect(await said(calendar(...zone, ...event("u", "DTSTART;TZID=X:20261102T100000")))).toMatch(
		/^file: A time zone in it/,
	);
	const daily = Array.from({ length: 2000 }, (_, i) =>
		event(`u${i}`, "DTSTART:20000101T100000Z", "RRULE:FREQ=DAILY"),
	).flat();
	expect(await said(calendar(...daily))).toMatch(/^file: (Its events repeat too often|The file took over)/);
});

test("an honest diary of sixty series that began years ago comes in, those of these weeks alone", async () => {
	const weekly = Array.from({ length: 60 }, (_, i) =>
		event(
			`u${i}`,
			`SUMMARY:Class ${i}`,
			"DTSTART;TZID=Europe/Lisbon:20200106T180000",
			"DURATION:PT1H",
			"RRULE:FREQ=WEEKLY",
		),
	).flat();
	const read = await said(calendar(...weekly));
	expect(read).toHaveLength(60 * 26);
});

test("a shared file is read with its pictures put aside; what is none is refused", async () => {
	expect(await readApart("handOn", "{}", ["."])).toMatchObject({ ok: false, refusals: [{ path: "format" }] });
	expect(await readApart("handOn", `{"format":${"[".repeat(200_000)}`, ["."])).toMatchObject({ ok: false });
});
