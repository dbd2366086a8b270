import type { Coach } from "@/core/coach/coach";
import type { LengthUnit } from "@/core/coach/lengths";
import { difficultiesOn } from "@/core/difficulty/usual";
import { hashOf } from "@/core/hash/hash";
import type { Ladder, Rung } from "@/core/ladder/ladder";
import type { LastTime } from "@/core/ladder/lastTime";
import { limitsOf } from "@/core/ladder/limits";
import { easedNow, type Rail } from "@/core/ladder/rail";
import type { Reached } from "@/core/load/load";
import type { Student } from "@/core/people/student";
import { checkOf } from "@/core/position/still";
import { whyNotAlone } from "@/core/practice/alone";
import { isJudged, lookOf, picturesOf } from "@/core/skill/look";
import { rhythmOf } from "@/core/skill/rhythm";
import { readSides, type Sides } from "@/core/skill/sides";
import { type KeyPosition, type Skill, saysCause } from "@/core/skill/skill";
import type { PackLadder, PackPosition } from "./pack";

/** Making a pack is the server's work: none of it weighs on the lesson's page. */

/** What a ladder's document does not say of itself. */
export interface Around {
	student: Pick<Student, "name" | "strongSide" | "protectedParts" | "lacks" | "withAdult">;
	/** Lower edge of the coach's working band, where it is not the usual one. */
	bandLow?: number | undefined;
	/** And its upper edge. */
	bandHigh?: number | undefined;
	/** A coin holds one correction in three back. */
	coin?: boolean | undefined;
	/** What is checked for each kit or apparatus. */
	checks?: Coach["checks"];
	/** Limits of load that are reached. */
	reached?: readonly Reached[];
	/** Limits of load, and what stood against them before. */
	load?: PackLadder["load"];
	/** Cues that worked for this student lately, the best first. */
	worked?: readonly string[];
	/** What was found of candidate causes for this student. */
	causes?: PackLadder["causes"];
	/** What other lessons of the day have used of its rungs' limits. */
	used?: PackLadder["used"];
	/** Distances of a set-up are told in it. */
	unit?: LengthUnit;
	/** Names of skills by their ids. */
	skills: ReadonlyMap<string, string>;
}

/** What worked before stands first, among cues outside of the body as well: the first of those is offered first. */
function workedFirst<T extends { text: string }>(cues: readonly T[], worked: readonly string[]): T[] {
	const rank = ({ text }: T) => (worked.includes(text) ? worked.indexOf(text) : worked.length);
	return cues.toSorted((a, b) => rank(a) - rank(b));
}

function packPosition(
	position: KeyPosition,
	ladder: Ladder,
	strong: "left" | "right",
	nameOf: (position: string | null) => string,
	worked: readonly string[],
): PackPosition {
	const sides = { side: ladder.side, strong };
	const { id, short, must, deduction } = position;
	const pictures = picturesOf(position).map(({ picture, shows }) => ({
		hash: picture.hash,
		clip: picture.clip,
		shows: readSides(shows, sides),
	}));
	const causes = (position.faults ?? []).flatMap((fault) =>
		fault.causes.filter(saysCause).map((cause) => ({
			id: cause.id,
			words: readSides(cause.words || nameOf(cause.position) || cause.kind, sides),
			who: cause.who,
			drill: readSides(cause.drill, sides),
			check: readSides(cause.check, sides),
		})),
	);
	const cues = workedFirst(
		position.cues.map((cue) => ({ ...cue, text: readSides(cue.text, sides) })),
		worked,
	);
	const stage = ladder.stage ? position.stages?.[ladder.stage] : undefined;
	const check = checkOf(stage?.tolerance ?? position.tolerance, position.measuredAt);
	return {
		id,
		short,
		name: readSides(position.name, sides),
		fault: readSides(position.fault, sides),
		cues,
		...(worked.includes(cues[0]?.text ?? "") ? { worked: true } : {}),
		...(must === undefined ? {} : { must }),
		...(deduction === undefined ? {} : { deduction }),
		look: lookOf(position, ladder, sides),
		...(pictures.length > 0 ? { pictures } : {}),
		...(causes.length > 0 ? { causes } : {}),
		...(check ? { check } : {}),
	};
}

/** The rhythm at full speed, read out for the side; nothing where the skill has none. */
function packRhythm(skill: Skill, sides: Sides): Pick<PackLadder, "rhythm"> {
	const { stretches, seconds } = rhythmOf(skill);
	if (seconds === 0) return {};
	const said = ({ position: _, short, voice, ...one }: (typeof stretches)[number]) => ({
		...one,
		short: readSides(short, sides),
		voice: readSides(voice, sides),
	});
	return { rhythm: { seconds, stretches: stretches.map(said) } };
}

/** More lines than anybody reads before a try. */
const MOST_CHECKS = 40;
const ANOTHER_ADULT = "Another adult is present";
const alike = (a: string, b: string) => a.trim().toLocaleLowerCase() === b.trim().toLocaleLowerCase();

/** What is checked besides each rung's own list: for the kit it needs, and who is to be there. */
function packChecks(rungs: readonly Rung[], { student, checks = [] }: Around): Pick<PackLadder, "checks"> {
	const by = rungs.flatMap(({ id, settings }) => {
		const needed = settings.needs ?? [];
		const items = [
			...(student.withAdult ? [ANOTHER_ADULT] : []),
			...checks.filter(({ kit }) => needed.some((one) => alike(one, kit))).flatMap((one) => one.items),
		].filter((item) => !settings.care.includes(item));
		return items.length > 0 ? [[id, [...new Set(items)].slice(0, MOST_CHECKS)] as [string, string[]]] : [];
	});
	return by.length > 0 ? { checks: Object.fromEntries(by) } : {};
}

/** Rungs with the content address of their settings. */
export const versioned = (rungs: readonly Rung[]): PackLadder["rungs"] =>
	rungs.map(({ id, settings }) => ({ id, settings, version: hashOf(settings) }));

/** A ladder as a device needs it, from the document, its skill and its rail. */
export function packLadder(
	row: { id: string; student: string; skill?: string; ladder: Ladder; followed: Skill },
	rail: Rail,
	last: LastTime | null,
	around: Around,
): PackLadder {
	const { side, policy, rungs } = row.ladder;
	const limits = limitsOf(rungs, around.student, around.reached, easedNow(rail));
	const notHome = rungs.flatMap((rung) => {
		const why = whyNotAlone(rung.settings, difficultiesOn(row.ladder, row.followed));
		return why ? [[rung.id, why] as const] : [];
	});
	const chain = (row.followed.chain ?? []).map((id) => ({ id, name: around.skills.get(id) ?? "a deleted skill" }));
	const nameOf = (id: string | null) => row.followed.positions.find((one) => one.id === id)?.name ?? "";
	return {
		id: row.id,
		student: row.student,
		skill: readSides(row.followed.name, { side, strong: around.student.strongSide }),
		...(row.ladder.name ? { name: row.ladder.name } : {}),
		...(row.skill ? { skillId: row.skill } : {}),
		...(around.causes ? { causes: around.causes } : {}),
		...(row.followed.trigger
			? { trigger: readSides(row.followed.trigger, { side, strong: around.student.strongSide }) }
			: {}),
		// What nobody judges yet at this stage is no field, and nothing that is off.
		positions: row.followed.positions
			.filter((position) => isJudged(position, row.ladder))
			.map((position) => packPosition(position, row.ladder, around.student.strongSide, nameOf, around.worked ?? [])),
		...(chain.length > 0 ? { chain } : {}),
		...packRhythm(row.followed, { side, strong: around.student.strongSide }),
		...(limits.length > 0 ? { limits } : {}),
		...(notHome.length > 0 ? { notHome: Object.fromEntries(notHome) } : {}),
		...packChecks(rungs, around),
		...(around.coin ? { coin: true } : {}),
		...(around.bandLow === undefined ? {} : { bandLow: around.bandLow }),
		...(around.bandHigh === undefined ? {} : { bandHigh: around.bandHigh }),
		...(around.unit === undefined ? {} : { unit: around.unit }),
		...(around.load && around.load.length > 0 ? { load: around.load } : {}),
		...(around.used ? { used: around.used } : {}),
		strong: around.student.strongSide,
		...(row.ladder.begins ? { begins: row.ladder.begins } : {}),
		side,
		policy,
		rungs: versioned(rungs),
		peg: rail.peg,
		holes: rail.holes.map((hole) => ({
			rung: hole.rung,
			state: hole.state,
			tried: hole.tried,
			metDays: hole.metDays,
			...(hole.schedule ? { due: hole.schedule.due } : {}),
			first: hole.first,
			best: hole.best,
		})),
		last: last && withoutLesson(last),
	};
}

const withoutLesson = ({ lesson: _, ...last }: LastTime) => last;
