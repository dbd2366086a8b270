import { allowedForms, countsWhen, helperLines, type Reading } from "@/core/ladder/countsWhen";
import type { Ladder, Rung } from "@/core/ladder/ladder";
import type { Sketch } from "@/core/ladder/sketch";
import { sketchFor } from "@/core/ladder/sketchSeen";
import { type WholeLocale, wholeLocaleOf } from "@/core/languages/wholeLocale";
import { firstCue } from "@/core/skill/cue";
import { picturesOf } from "@/core/skill/look";
import { rhythmOf } from "@/core/skill/rhythm";
import { readSides, type Sides } from "@/core/skill/sides";
import type { Skill } from "@/core/skill/skill";
import { cutText } from "@/core/text/fields";
import { usualTarget } from "./amount";
import { freshItem, type HomeRhythm, type PracticeItem } from "./assignment";

/** Tries of one day at home: twenty, or as many as the rung allows. */
const USUAL_DOSE = 20;
const MOST_CUES = 3;

/** A rung as a drill for home: what its ladder and skill say of it, read out for the student's sides. */
export function itemFromRung(
	{ id, settings }: Rung,
	{ ladder, of, skill, sides }: { ladder: string; of: Pick<Ladder, "side">; skill: Skill; sides: Sides },
	newId: string,
	{ say, list }: Pick<WholeLocale, "say" | "list"> = wholeLocaleOf(),
): PracticeItem {
	const said = (words: string, most: number) => cutText(readSides(words, { ...sides, side: of.side }), most);
	const watched = skill.positions.filter((position) => settings.watch.includes(position.id));
	const dose = Math.min(USUAL_DOSE, settings.limit);
	const causes = watched.flatMap(({ faults = [] }) => faults.flatMap((fault) => fault.causes));
	return {
		...freshItem(newId),
		ladder,
		rung: id,
		name: said(settings.name, 80),
		drill: said(settings.drill, 2000),
		dose,
		target: usualTarget(dose),
		step: Math.max(1, Math.round(dose / 10)),
		feel: said(watched.map(({ tells }) => tells?.feel ?? "").find(Boolean) ?? "", 300),
		check: said(causes.map(({ check }) => check).find(Boolean) ?? "", 200),
		caution: settings.care.length > 0 ? said(say("drill.first", { words: list(settings.care) }), 400) : "",
		cues: watched
			.flatMap(({ cues }) => firstCue(cues)?.text ?? [])
			.slice(0, MOST_CUES)
			.map((cue) => said(cue, 200)),
		pictures: watched
			.flatMap((position) => picturesOf(position))
			.filter(({ shows }) => shows === "right")
			.slice(0, 4)
			.map(({ picture, shows }) => ({ hash: picture.hash, clip: picture.clip, shows: said(shows, 300) })),
		rhythm: rhythmAtHome(skill, (words) => said(words, 80)),
		...saidOfRung(settings, skill, { read: (words) => said(words, 300), say }),
		...(settings.sketch && settings.sketch.items.length > 0
			? { sketch: sketchAtHome(sketchFor(settings.sketch, of.side), said) }
			: {}),
		home: (settings.sketch?.items ?? []).flatMap(({ name, home }) =>
			home ? [said(say("drill.instead", { own: home, thing: name }), 160)] : [],
		),
	};
}

/** The set-up with its names read out. */
const sketchAtHome = (sketch: Sketch, said: (words: string, most: number) => string): Sketch => ({
	...sketch,
	items: sketch.items.map((item) => ({
		...item,
		name: said(item.name, 40),
		...(item.home ? { home: said(item.home, 80) } : {}),
	})),
});

/** What counts on a rung, which other forms are right, and what a helper does: read out for the student's sides. */
const saidOfRung = (
	settings: Rung["settings"],
	skill: Pick<Skill, "positions">,
	reading: Reading,
): Required<Pick<PracticeItem, "counts" | "forms" | "help">> => ({
	counts: countsWhen(settings, skill.positions, reading).slice(0, 16),
	forms: allowedForms(settings, skill.positions, reading).slice(0, 16),
	help: helperLines(settings, reading),
});

/** Of a drill, what is said in our words, not the coach's. */
const ours = ["caution", "home", "counts", "forms", "help"] as const;

/**
 * A drill as its student reads it: what we say of its rung in their language, where the coach left it as it came;
 * and said at all, where the drill is older than that.
 *
 * @param english the drill as its rung gives it now
 * @param theirs the same in the student's language
 */
export function saidInTheirs(item: PracticeItem, english: PracticeItem, theirs: PracticeItem): PracticeItem {
	const same = ours.filter(
		(part) => item[part] === undefined || JSON.stringify(item[part]) === JSON.stringify(english[part]),
	);
	return { ...item, ...Object.fromEntries(same.map((part) => [part, theirs[part]])) };
}

function rhythmAtHome(skill: Skill, said: (words: string) => string): HomeRhythm | null {
	const { stretches, seconds } = rhythmOf(skill);
	if (seconds <= 0 || seconds > 600) return null;
	return {
		seconds,
		stretches: stretches.map((one) => ({
			short: said(one.short),
			voice: cutText(said(one.voice), 40),
			seconds: one.seconds,
			clicks: one.clicks.slice(0, 64),
		})),
	};
}
