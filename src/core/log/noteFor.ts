import { filled, type NotePart, type NoteTemplate, orderOf, usualNote } from "@/core/coach/noteTemplate";
import { termWordsIn } from "@/core/languages/termWordsIn";
import { type WholeLocale, wholeLocaleOf } from "@/core/languages/wholeLocale";
import { SHOWN } from "@/core/skill/cue";
import { capital } from "@/core/text/wording";
import { inTerms, RUN_WORTH_TELLING } from "./terms";
import { isReal, namedForm, type RungWrap, scoreOf, tellsRuns } from "./wrap";

/** A day's score on a rung. */
interface DayScore {
	good: number;
	tries: number;
	day: string;
}

/** One line of a note, by what it says: whoever sends it may leave any of them out. */
export interface NoteLine {
	/** The same as long as it speaks of the same thing. */
	id: string;
	/** What it is, in a word or two. */
	about: string;
	text: string;
}

/** What a note may say besides the lesson's own count. */
export interface NoteExtras {
	/** The first and the best day on the rung before this lesson. */
	before?: ((rung: RungWrap) => { first?: DayScore | null | undefined; best: DayScore | null } | undefined) | undefined;
	/** How a day is said. */
	dayWords?: (day: string) => string;
	/** What the student gave their own work, of ten, by the skill's name. */
	marks?: readonly { skill: string; mark: number }[];
	practise?: readonly { name: string; much: string }[];
	/** The next lesson's day, in words. */
	next?: string | null;
	/** The coach's own words and order. */
	template?: NoteTemplate;
	/** The student's language; English where nothing is said. */
	locale?: WholeLocale;
}

/** The rung's score in words, and its longest run where a run means something; of no good try, only that it was tried. */
function scoreLine(rung: RungWrap, { say }: WholeLocale): string {
	const { good, tries, of } = scoreOf(rung);
	if (of === "stretch") return say("note.stretch");
	if (good === null) return say("note.warm-up", { tries });
	if (tries === 0) return say("note.not counted");
	const score = good === 0 ? say("note.tries", { tries }) : say("note.score", { good, tries });
	const words = of === "variation" ? say("note.other form", { words: score }) : score;
	const run = tellsRuns(rung) ? (rung.longestRun ?? 0) : 0;
	return run >= RUN_WORTH_TELLING && run < good ? say("note.run", { words, run }) : words;
}

/**
 * What got better, in numbers: against the best day before this one, else against the
 * first. Nothing where it did not: the note of a hard day is no verdict. The scores stand
 * as they were counted; of a handful of tries no best is made.
 */
function betterWords(rung: RungWrap, { before, dayWords = (day) => day }: NoteExtras, { say }: WholeLocale): string {
	const { good, tries, of } = scoreOf(rung);
	const { first, best } = before?.(rung) ?? {};
	if (of !== "rung" || good === null || tries < FEWEST_FOR_A_BEST || !isReal(rung)) return "";
	const better = (than: DayScore) => good * than.tries > than.good * tries;
	const values = ({ good: g, tries: t, day }: DayScore) => ({ good: g, tries: t, day: dayWords(day) });
	if (best && best.tries > 0 && better(best)) return ` ${say("note.best", values(best))}`;
	return first && first.tries > 0 && better(first) ? ` ${say("note.first", values(first))}` : "";
}

const FEWEST_FOR_A_BEST = 5;

const passedWords = ({ met, easedBy }: RungWrap, { say }: WholeLocale): string =>
	met ? ` ${say(easedBy ? "note.passed easier" : "note.passed")}` : "";

const asSentence = (words: string): string => ` ${capital(words)}.`;

/** What was done on one rung. */
function rungLine(rung: RungWrap, extras: NoteExtras, locale: WholeLocale): string {
	const { of } = scoreOf(rung);
	const terms = termWordsIn(locale);
	// Of choices the first of its terms says the score.
	const saidByTerms = rung.visits.at(-1)?.rule.kind === "decision" && of === "rung";
	const plain =
		saidByTerms || (rung.tries === 0 && of === "rung" && inTerms(rung, terms).length > 0)
			? ""
			: ` ${scoreLine(rung, locale)}.`;
	const beside =
		of === "rung" && rung.variationTries > 0
			? ` ${locale.say("note.beside", { good: rung.variationGood, tries: rung.variationTries })}`
			: "";
	return `${namedForm(rung)}:${plain}${betterWords(rung, extras, locale)}${inTerms(rung, terms).map(asSentence).join("")}${beside}${passedWords(rung, locale)}`;
}

/** The template where the coach left it as it came, in the student's language; the coach's own words stay as they are. */
function inTheirs(template: NoteTemplate, { say }: WholeLocale): NoteTemplate {
	const said = {
		cue: say("note.cue", { cue: "{cue}" }),
		practise: say("note.practise"),
		next: say("note.next", { day: "{day}" }),
	};
	const left = (["cue", "practise", "next"] as const).filter((part) => template[part] === usualNote[part]);
	return { ...template, ...Object.fromEntries(left.map((part) => [part, said[part]])) };
}

/**
 * The one cue to take home: the one said most often, of several the latest. A
 * demonstration is nothing to remember by its words.
 */
function oneCue(rungs: readonly RungWrap[]): string | null {
	const said = rungs
		.flatMap(({ cues }) => cues)
		.filter((cue) => cue.type === "correction" && cue.kind && cue.words !== SHOWN.text)
		.map((cue) => cue.words);
	const times = (words: string) => said.filter((one) => one === words).length;
	return said.toReversed().reduce<string | null>((most, one) => (most && times(most) >= times(one) ? most : one), null);
}

/**
 * A note a student can read, line by line: what was done and what got better, in numbers;
 * the one cue; what to practise; the next day; in the coach's own order and words where there
 * are any. No judgement and no cheering; the coach adds those.
 */
export function noteLines(name: string, day: string, rungs: readonly RungWrap[], extras: NoteExtras = {}): NoteLine[] {
	const { marks = [], practise = [], next, locale = wholeLocaleOf() } = extras;
	const { say } = locale;
	const template = inTheirs(extras.template ?? usualNote, locale);
	const cue = oneCue(rungs);
	const parts: Record<NotePart, NoteLine[]> = {
		head: [{ id: "head", about: "whose, and when", text: `${say("note.head", { name, day })}\n` }],
		rungs: rungs.map((rung) => ({
			id: `rung ${rung.ladder ?? ""}/${rung.rung}/${rung.easedBy ?? ""}${rung.under ?? ""}`,
			about: namedForm(rung),
			text: rungLine(rung, extras, locale),
		})),
		cue: cue ? [{ id: "cue", about: "the cue", text: filled(template.cue, { cue, name }) }] : [],
		marks: marks.map(({ skill, mark }) => ({
			id: `mark ${skill}`,
			about: "your own mark",
			text: marks.length > 1 ? say("note.mark for", { skill, mark }) : say("note.mark", { mark }),
		})),
		practise:
			practise.length > 0
				? [
						{
							id: "practise",
							about: "practice",
							text: [
								`\n${filled(template.practise, { name })}`,
								...practise.map(({ name: rung, much }) => `- ${rung}${much ? `: ${much}` : ""}`),
							].join("\n"),
						},
					]
				: [],
		next: next ? [{ id: "next", about: "the next day", text: `\n${filled(template.next, { day: next, name })}` }] : [],
	};
	const around = (id: "greeting" | "end", text: string): NoteLine[] =>
		text ? [{ id, about: id === "greeting" ? "the greeting" : "the last words", text: filled(text, { name }) }] : [];
	return [
		...around("greeting", template.greeting && `${template.greeting}\n`),
		...orderOf(template)
			.filter((part) => !template.leftOut.includes(part))
			.flatMap((part) => parts[part]),
		...around("end", template.end && `\n${template.end}`),
	];
}

/** The note without the lines that are left out. */
export const noteText = (lines: readonly NoteLine[], leftOut: readonly string[] = []): string =>
	lines
		.filter(({ id }) => !leftOut.includes(id))
		.map(({ text }) => text)
		.join("\n");

/** The whole of it as one text. */
export const noteFor = (name: string, day: string, rungs: readonly RungWrap[], extras: NoteExtras = {}): string =>
	noteText(noteLines(name, day, rungs, extras));
