"use server";

import { revalidatePath } from "next/cache";
import * as z from "zod/mini";
import { rungLabels } from "@/core/ladder/labels";
import { LadderToSave } from "@/core/ladder/ladder";
import { isYoung } from "@/core/people/student";
import { Assignment, assignmentLabels } from "@/core/practice/assignment";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import type { Rule } from "@/core/rules";
import { cutText, ident, label, whole } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { type LadderRow, type Railed, railedLadders, saveLadder } from "@/store/ladders";
import { pageOf, saveAssignment } from "@/store/practice";
import { findStudent, saveStudent } from "@/store/students";
import { planOwn } from "./planning";
import { upToDate } from "./store";

/** Where what was worked out is put: parsed once here, written whole or not at all. */

const Put = z.object({
	into: z.enum(["rung", "plan", "practice", "kit"]),
	to: z.object({ ladder: ident, rung: ident }),
	what: z.object({
		line: label(400),
		tries: z.nullable(whole(1, 500)),
		minutes: z.nullable(whole(1, 240)),
		bout: z.optional(z.object({ a: whole(1, 30), b: whole(1, 30) })),
	}),
});
type Put = z.infer<typeof Put>;
/** `growing`: whose kit it is will be measured again. */
type PutWhere = Outcome<{ href: string; where: string; growing?: boolean }>;

const DRILL_CHARS = 2000;
const added = (drill: string, line: string) => (drill.includes(line) ? drill : drill ? `${drill}\n${line}` : line);

export async function putSum(into: unknown, to: unknown, what: unknown): Promise<PutWhere> {
	const read = parse(Put, { into, to, what }, { line: "sum", tries: "tries", minutes: "minutes" });
	if (!read.ok) return read;
	const open = await upToDate();
	const [row] = await railedLadders(open, { ids: [read.value.to.ladder] });
	const rung = row?.ladder.rungs.find(({ id }) => id === read.value.to.rung);
	if (!row || !rung) return refuse("rung", "This rung was deleted. Nothing was written. Choose another.");
	const put = read.value;
	const outcome = await {
		rung: () => intoRung(open, row, put),
		plan: () => intoPlan(row, rung.settings.name, put),
		practice: () => intoPractice(open, row, put),
		kit: () => intoKit(open, row, put),
	}[put.into]();
	if (outcome.ok) revalidatePath("/", "layout");
	return outcome;
}

/** Bouts by these points; as many of as many as the rung asked for already. */
const boutsOf = (bout: { a: number; b: number }, before: Rule): Rule => ({
	...(before.kind === "bouts" ? before : { kind: "bouts", k: 2, n: 3 }),
	...bout,
});

async function intoRung(open: Store, row: LadderRow & Railed, { to, what }: Put): Promise<PutWhere> {
	const rungs = row.ladder.rungs.map((one) => {
		if (one.id !== to.rung) return one;
		const { settings } = one;
		return {
			...one,
			settings: {
				...settings,
				drill: added(settings.drill, what.line),
				limit: what.tries ?? settings.limit,
				...(what.bout ? { rule: boutsOf(what.bout, settings.rule) } : {}),
			},
		};
	});
	if (rungs.some(({ settings }) => settings.drill.length > DRILL_CHARS))
		return refuse("drill", `The rung's text would be longer than ${DRILL_CHARS} letters. Shorten it first.`);
	const fits = parse(LadderToSave, { ...row.ladder, rungs }, rungLabels);
	if (!fits.ok) return fits;
	const saved = await saveLadder(open, fits.value, { id: row.id, rev: row.rev });
	return saved.ok ? { ok: true, value: { href: `/ladders/${row.id}`, where: "the rung" } } : saved;
}

async function intoPlan(row: LadderRow, name: string, { what }: Put): Promise<PutWhere> {
	const planned = await planOwn(row.student, cutText(`${name}: ${what.line}`, 160), what.minutes ?? 10);
	return planned.ok
		? { ok: true, value: { href: `/plans/${planned.value.id}`, where: `the plan for ${planned.value.day}` } }
		: planned;
}

const KIT_CHARS = 1000;

/** A dated line of the student's kit. */
async function intoKit(open: Store, row: LadderRow, { what }: Put): Promise<PutWhere> {
	const who = await findStudent(open, row.student);
	if (!who) return refuse("student", "This student was deleted. Nothing was written.");
	const day = serverDay();
	const kit = added(who.student.kit, `${day}: ${what.line}`);
	if (kit.length > KIT_CHARS)
		return refuse("kit", `The kit would be longer than ${KIT_CHARS} letters. Shorten it on the student's page first.`);
	const saved = await saveStudent(open, { ...who.student, kit }, { id: who.id, rev: who.rev });
	return saved.ok
		? { ok: true, value: { href: `/students/${row.student}`, where: "their kit", growing: isYoung(who.student, day) } }
		: saved;
}

async function intoPractice(open: Store, row: LadderRow, { to, what }: Put): Promise<PutWhere> {
	const given = await pageOf(open, row.student);
	const at = given?.assignment.items.findIndex(({ rung }) => rung === to.rung) ?? -1;
	if (!given || at < 0) return refuse("practice", "This rung is not in their practice. Add it there first.");
	const items = given.assignment.items.map((item, i) => {
		if (i !== at) return item;
		const dose = what.tries ?? item.dose;
		return {
			...item,
			drill: cutText(added(item.drill, what.line), DRILL_CHARS),
			dose,
			// As much of a day as it was.
			target: Math.min(dose, Math.round((item.target * dose) / item.dose)),
		};
	});
	const fits = parse(Assignment, { ...given.assignment, items }, assignmentLabels);
	if (!fits.ok) return fits;
	const saved = await saveAssignment(open, fits.value, { id: given.id, rev: given.rev });
	return saved.ok ? { ok: true, value: { href: `/practice/${given.id}`, where: "the practice" } } : saved;
}
