import { allowedForms, countsWhen, helperLines } from "@/core/ladder/countsWhen";
import type { Ladder, Rung } from "@/core/ladder/ladder";
import { type Sketch, sketchFor } from "@/core/ladder/sketch";
import { firstCue } from "@/core/skill/cue";
import { picturesOf } from "@/core/skill/look";
import { rhythmOf } from "@/core/skill/rhythm";
import { readSides, type Sides } from "@/core/skill/sides";
import type { Skill } from "@/core/skill/skill";
import { cutText } from "@/core/text/fields";
import { list } from "@/core/text/lists";
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
		caution: settings.care.length > 0 ? said(`First: ${list(settings.care)}.`, 400) : "",
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
		...saidOfRung(settings, skill, (words) => said(words, 300)),
		...(settings.sketch && settings.sketch.items.length > 0
			? { sketch: sketchAtHome(sketchFor(settings.sketch, of.side), said) }
			: {}),
		home: (settings.sketch?.items ?? []).flatMap(({ name, home }) =>
			home ? [said(`${home} for the ${name}`, 160)] : [],
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
export function saidOfRung(
	settings: Rung["settings"],
	skill: Pick<Skill, "positions">,
	read: (words: string) => string,
): Required<Pick<PracticeItem, "counts" | "forms" | "help">> {
	return {
		counts: countsWhen(settings, skill.positions, read).slice(0, 16),
		forms: allowedForms(settings, skill.positions, read).slice(0, 16),
		help: helperLines(settings, read),
	};
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
