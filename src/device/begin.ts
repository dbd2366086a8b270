import { v7 as uuid } from "uuid";
import type { Booked } from "@/core/calendar/held";
import { beginLesson, opensWith } from "@/core/commands/begin";
import { bookLesson } from "@/core/commands/said";
import type { SetOptions } from "@/core/commands/sets";
import type { Body, Placing, PlanTaken, Variation } from "@/core/log/kinds";
import { placeQuick, plannedBeside } from "@/core/pack/changed";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { beginsOn, placeOn, variationOn } from "@/core/pack/placing";
import { cutText } from "@/core/text/fields";
import { lessonsHere, packAhead } from "./ahead";
import { now } from "./now";
import { perform } from "./perform";
import { openLocal } from "./studio";
import { fetchPack } from "./sync";

/** Where nobody said how long a lesson is, and none was held before. */
const USUAL_MINUTES = 45;

/** Fresh from the server; without a signal, what was kept ahead. */
async function packFor(lesson: string): Promise<{ pack: Pack; fresh: boolean }> {
	try {
		return { pack: await fetchPack(lesson), fresh: true };
	} catch (error) {
		const ahead = await packAhead();
		if (!ahead) throw error;
		return { pack: ahead, fresh: false };
	}
}

/** The student's lesson of today that is open, on this device or another: there is one a day. */
async function openToday(pack: Pack, student: string): Promise<string | null> {
	const today = now().localDay;
	const held = await lessonsHere();
	const here = held.find((one) => !one.closed && one.students.includes(student));
	if (here) return here.lesson;
	const closedHere = new Set(held.flatMap(({ lesson, closed }) => (closed ? [lesson] : [])));
	return (
		(pack.open ?? []).find(
			({ lesson, students, day }) => day === today && students.includes(student) && !closedHere.has(lesson),
		)?.lesson ?? null
	);
}

/** The set a lesson opens with. What is planned first may be no rung: then its tries are the warm-up's, never the peg's. */
function firstSet(
	on: PackLadder | null,
	onRung: string | undefined,
	plan: PlanTaken | null | undefined,
): [Placing, Variation, SetOptions] {
	if (!on) return [placeQuick(), "own", {}];
	const rung = onRung ?? beginsOn(on);
	const [planned] = plan?.stretches ?? [];
	if (planned && !planned.rung)
		return [plannedBeside(uuid(), planned.what, placeOn(on, rung)), "own", { elsewhere: "warm-up" }];
	// What is planned, and which rung was asked for, say it; else the ladder does.
	return planned || onRung ? [placeOn(on, rung), variationOn(on, rung), {}] : opensWith(on);
}

/**
 * Begins a lesson on a ladder's peg, or a quick count for nobody yet; where the student's
 * lesson of today is open already, goes back into that one, with what is left of its
 * limits. Answers with its address.
 */
export async function begin(
	ladder: string | null,
	/** What it is to be: as long as the student's last one, where nothing is said. */
	opening: Partial<Omit<Body<"lesson.opened">, "quick">> = {},
	{
		onRung,
		another = false,
		booked = null,
	}: {
		/** Another rung than the peg's. */
		onRung?: string | undefined;
		/** A second lesson of the day, though one is open. */
		another?: boolean;
		/** The lesson of the calendar it is begun for. */
		booked?: Booked | null | undefined;
	} = {},
): Promise<string> {
	const lesson = uuid();
	const { pack, fresh } = await packFor(lesson);
	const on = pack.ladders.find((one) => one.id === ladder) ?? null;
	const known = on && onRung === undefined && !another ? await openToday(pack, on.student) : null;
	if (known) return `/live?lesson=${known}&on=${on?.id ?? ""}`;
	const local = await openLocal(pack.studio.id);
	// What a device never heard of it cannot name: its first events would be sent twice. One kept ahead may be of before.
	if (fresh) await local.meet(pack.studio.epoch);
	await local.keepPack(lesson, pack);
	const them = pack.students.find(({ id }) => id === on?.student);
	const today = now().localDay;
	const planned = on && pack.plans?.find((one) => one.day === today && one.students.includes(on.student));
	const first = firstSet(on, onRung, onRung === undefined && planned ? planned.taken : null);
	await perform(
		pack.studio.id,
		[
			...beginLesson(
				uuid,
				lesson,
				{
					minutes: them?.last?.minutes ?? USUAL_MINUTES,
					wish: cutText(them?.student.wish ?? "", 400),
					...(planned
						? { minutes: planned.minutes, plan: planned.taken, ...(planned.wish ? { wish: planned.wish } : {}) }
						: pack.again
							? { again: pack.again }
							: {}),
					...opening,
					quick: on === null,
				},
				on?.student ?? null,
				...first,
			),
			...(booked ? bookLesson(lesson, booked) : []),
		],
		true,
	);
	return `/live?lesson=${lesson}`;
}
