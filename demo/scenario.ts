import type { Policy, Rung } from "@/core/ladder/ladder";
import { freshRung, type Gate } from "@/core/ladder/rung";
import type { Side, Student } from "@/core/people/student";
import type { Rule } from "@/core/rules";
import type { CueKind, KeyPosition, Skill } from "@/core/skill/skill";

/**
 * A private coach of circus skills in Quillhaven, a town that does not exist. Nobody
 * in it does either.
 */

type PositionSpec = [
	short: string,
	name: string,
	tell: string,
	fault: string,
	origin: string | null,
	...cues: [text: string, kind: CueKind][],
];

const skill = (name: string, about: string, positions: PositionSpec[]): Skill => ({
	name,
	about,
	positions: positions.map(
		([short, title, tell, fault, origin, ...cues]): KeyPosition => ({
			id: short,
			short,
			name: title,
			tell,
			fault,
			origin,
			cues: cues.map(([text, kind]) => ({ text, kind })),
		}),
	),
});

export const skills: Record<string, Skill> = {
	clubs: skill("Three-club cascade", "Three clubs, single spins, crossing throws, on the spot and then walking.", [
		[
			"stance",
			"Feet under the hips, knees soft",
			"Heels can be lifted without falling forward.",
			"Leans back",
			null,
			["grow the tail of a kangaroo", "image"],
		],
		[
			"elbow",
			"Elbows beside the ribs",
			"The upper arm brushes the shirt.",
			"Elbow travels forward",
			"stance",
			["pour it, don’t push it", "outside"],
			["elbow in the pocket", "on the body"],
		],
		[
			"scoop",
			"The hand scoops under the last catch",
			"The wrist passes under the knob.",
			"Throws from where it caught",
			"elbow",
			["draw a smile with the knob", "image"],
		],
		[
			"release",
			"Released at the navel, handle down",
			"The handle points at the floor.",
			"Released late, handle up",
			"scoop",
			["ring the bell at your belt", "outside"],
			["let go sooner", "on the body"],
		],
		[
			"height",
			"All throws peak at one height",
			"The spins all end at the eyebrow line.",
			"Every other throw low",
			"release",
			["paint one line on the far wall", "outside"],
			["low, low, low: hum it", "rhythm"],
		],
		[
			"gaze",
			"Eyes at the crossing point",
			"The chin stays level.",
			"Follows one club with the head",
			"height",
			["look through the window", "look"],
		],
	]),
	unicycle: skill("Unicycle, ten metres free", "Riding ten metres without a rail, mounting included.", [
		[
			"seat",
			"Weight in the saddle",
			"The saddle leaves a mark on both thighs.",
			"Stands on the pedals",
			null,
			["sit into the armchair", "image"],
			["heavy pockets", "outside"],
		],
		[
			"tall",
			"Hips over the hub, back long",
			"A plumb line from the ear meets the hub.",
			"Folds at the hips",
			"seat",
			["hang from the ceiling hook", "image"],
		],
		[
			"gaze",
			"Eyes at the far mark",
			"Can say what is written there.",
			"Looks at the wheel",
			"tall",
			["read the sign at the end", "outside"],
		],
		[
			"pedals",
			"Even pressure, no dead point",
			"The tyre hums one note.",
			"Stalls at the upright cranks",
			"seat",
			["keep the tyre singing", "outside"],
			["push before the top", "on the body"],
		],
		[
			"arms",
			"Arms wide and quiet",
			"Bells on the wrists keep still.",
			"Windmills",
			"tall",
			["carry two full cups", "image"],
		],
	]),
	slackline: skill("Slackline walk", "Ten steps on a low line, turning at the end.", [
		[
			"foot",
			"Foot along the line, toe first",
			"The line prints from the big toe to the heel.",
			"Foot across the line",
			null,
			["slide it down the tram rail", "outside"],
		],
		[
			"knee",
			"Standing knee soft",
			"The knee can bounce twice.",
			"Locked knee",
			"foot",
			["ride the bus standing", "image"],
		],
		[
			"hips",
			"Hips level over the line",
			"Both belt loops are at one height.",
			"Hip pushed out",
			"knee",
			["keep the tray level", "outside"],
		],
		[
			"arms",
			"Hands above the shoulders",
			"Fingers at the top of the sight.",
			"Arms drop to the hips",
			"hips",
			["dry your hands at the ceiling", "image"],
		],
		[
			"gaze",
			"Eyes at the anchor",
			"Can count the loops of the knot.",
			"Looks at the feet",
			"arms",
			["name the knot", "outside"],
			["eyes up", "look"],
		],
		[
			"breath",
			"Breathes through the step",
			"A hum can be heard.",
			"Holds the breath",
			null,
			["hum one note", "rhythm"],
		],
	]),
};

type RungSpec = [
	name: string,
	drill: string,
	gate: Gate,
	watch: string[],
	rule: Rule,
	limit: number,
	easier: string,
	harder: string,
];

const rung = ([name, drill, gate, watch, rule, limit, easier, harder]: RungSpec, ladder: string, i: number): Rung => ({
	id: `${ladder}-${i + 1}`,
	settings: { ...freshRung(name), drill, gate, watch, rule, limit, easier, harder, triesPerSet: limit > 20 ? 9 : 6 },
});

const last = (k: number, n: number): Rule => ({ kind: "rolling", k, n });
const row = (r: number): Rule => ({ kind: "streak", r });
const block = (k: number, n: number): Rule => ({ kind: "block", k, n });

const clubRungs: RungSpec[] = [
	[
		"One club, hand to hand",
		"On the spot, one club, from the weaker hand first.",
		"form",
		["elbow", "scoop"],
		row(5),
		20,
		"a rolled towel instead",
		"eyes shut at the peak",
	],
	[
		"Two clubs, cross and stop",
		"Throw, throw, catch, catch; stop and look.",
		"both",
		["elbow", "release", "height"],
		last(7, 9),
		30,
		"one club, one ball",
		"eyes on the far wall",
	],
	[
		"Two clubs, cross, both starts",
		"Left first, then right first, in turn.",
		"both",
		["elbow", "release", "height"],
		last(7, 9),
		30,
		"name the hand aloud",
		"no pause between",
	],
	[
		"Three clubs, four catches",
		"Flash and one more; stop clean.",
		"both",
		["elbow", "release", "height"],
		last(7, 9),
		30,
		"stop after three",
		"start left, start right",
	],
	[
		"Three clubs, slow",
		"Ten catches, as slow as the spin allows.",
		"both",
		["release", "height", "gaze"],
		last(9, 12),
		36,
		"six catches",
		"count them aloud",
	],
	[
		"Three clubs, real tempo",
		"Twenty catches at the real tempo.",
		"both",
		["release", "height", "gaze"],
		last(9, 12),
		36,
		"twelve catches",
		"say the alphabet",
	],
	[
		"Three clubs, walking a line",
		"Twenty catches, walking to the chalk mark.",
		"result",
		["height", "gaze"],
		block(7, 10),
		30,
		"walk on the spot",
		"walk back as well",
	],
	[
		"Three clubs, walking, people watching",
		"Forty catches, somebody watching.",
		"result",
		[],
		row(3),
		12,
		"one who knows you",
		"music on",
	],
];
const unicycleRungs: RungSpec[] = [
	[
		"Sit and rock at the rail",
		"Half a turn forward and back, one hand on the rail.",
		"form",
		["seat", "tall"],
		row(5),
		20,
		"two hands on the rail",
		"no look at the wheel",
	],
	[
		"Along the rail, one hand",
		"Five metres along the rail.",
		"both",
		["seat", "tall", "gaze"],
		last(7, 9),
		27,
		"a shoulder as well",
		"fingertips only",
	],
	[
		"Off the rail, two turns",
		"Let go for two turns of the wheel.",
		"both",
		["seat", "gaze", "pedals"],
		last(6, 9),
		27,
		"one turn",
		"three turns",
	],
	[
		"Off the rail, five metres",
		"From the rail to the mat.",
		"result",
		["gaze", "pedals"],
		last(7, 10),
		30,
		"three metres",
		"start with the other foot",
	],
	[
		"Mount at the rail, five metres",
		"Mount with a hand on the rail, let go, ride.",
		"result",
		["seat", "pedals"],
		last(7, 10),
		30,
		"curb under the wheel",
		"no rest before",
	],
	[
		"Free mount, five metres",
		"No rail.",
		"result",
		["seat", "pedals", "arms"],
		block(6, 10),
		30,
		"a hand at the elbow",
		"other foot",
	],
	[
		"Free mount, ten metres",
		"No rail, to the far mark.",
		"result",
		["gaze"],
		row(4),
		20,
		"eight metres",
		"carry a cup",
	],
];
const slackRungs: RungSpec[] = [
	[
		"Stand, a hand on the pole",
		"Standing foot on the line, three breaths.",
		"form",
		["foot", "knee"],
		row(5),
		20,
		"two poles",
		"other foot",
	],
	[
		"Stand free, three breaths",
		"No pole.",
		"form",
		["knee", "hips", "breath"],
		last(7, 9),
		27,
		"one finger on the pole",
		"eyes on the far wall",
	],
	[
		"One step and stand",
		"Step, stand, three breaths.",
		"both",
		["foot", "hips", "gaze"],
		last(7, 9),
		27,
		"a pole in reach",
		"other foot first",
	],
	[
		"Three steps",
		"Three steps, stand.",
		"both",
		["foot", "hips", "gaze"],
		last(7, 10),
		30,
		"two steps",
		"without a rest",
	],
	[
		"Six steps",
		"Six steps to the ribbon.",
		"result",
		["gaze", "breath"],
		last(7, 10),
		30,
		"four steps",
		"hum throughout",
	],
	[
		"Ten steps and turn",
		"To the end, turn, stand.",
		"result",
		["gaze"],
		row(3),
		15,
		"ten steps, no turn",
		"there and back",
	],
];

export interface DemoStudent {
	id: string;
	student: Student;
	/** Ability at the start on the scale of rung numbers, and how fast it grows. */
	start: number;
	pace: number;
	/** The position this student keeps getting wrong, by skill. */
	favourite: Record<string, string>;
	/** Kinds of cue that help this one most. */
	hears: CueKind[];
	promised: [text: string, dueInDays: number][];
	parked: string[];
	/** Days from today of the next lesson. */
	nextIn: number;
}

export const students: DemoStudent[] = [
	{
		id: "isolde",
		student: {
			name: "Isolde Brankovar",
			strongSide: "left",
			born: 2012,
			level: "steady",
			protectedParts: [],
			kit: "Clubs 52 cm, 210 g, grips worn. Unicycle 20 inch, saddle at 71 cm.",
			wish: "Walk the square at the lantern fair with three clubs",
		},
		start: 1.6,
		pace: 0.19,
		favourite: { clubs: "elbow", unicycle: "gaze" },
		hears: ["outside", "rhythm"],
		promised: [["bring the long grip tape", 2]],
		parked: ["Chin goes up when the third club leaves"],
		nextIn: 0,
	},
	{
		id: "bram",
		student: {
			name: "Bram Ostwick",
			strongSide: "right",
			born: 2016,
			level: "beginner",
			protectedParts: [],
			kit: "Clubs 44 cm, outgrown by spring.",
			wish: "Ride to school on one wheel",
		},
		start: 0.9,
		pace: 0.17,
		favourite: { clubs: "height", unicycle: "pedals" },
		hears: ["image"],
		promised: [["ask about the school yard", 6]],
		parked: ["Holds the saddle with the left hand when nobody looks", "Tired after ten minutes: try the short sets"],
		nextIn: 1,
	},
	{
		id: "odile",
		student: {
			name: "Odile Fennimore",
			strongSide: "right",
			born: 1963,
			level: "new to it",
			protectedParts: ["ankle"],
			kit: "Line at knee height, two poles. High shoes for the left ankle.",
			wish: "Ten steps without fear for the ankle",
		},
		start: 0.8,
		pace: 0.15,
		favourite: { slackline: "gaze" },
		hears: ["outside"],
		promised: [],
		parked: ["Left ankle: ask how it was the day after"],
		nextIn: 3,
	},
];

export interface DemoLadder {
	id: string;
	student: string;
	skill: string;
	side: Side;
	policy: Policy;
	rungs: Rung[];
}

const build = (
	id: string,
	student: string,
	name: string,
	side: Side,
	specs: RungSpec[],
	policy: Policy = "mastery",
): DemoLadder => ({
	id,
	student,
	skill: name,
	side,
	policy,
	rungs: specs.map((spec, i) => rung(spec, id, i)),
});

export const ladders: DemoLadder[] = [
	build("isolde-clubs", "isolde", "clubs", "left", clubRungs),
	build("isolde-unicycle", "isolde", "unicycle", "none", unicycleRungs),
	build("bram-clubs", "bram", "clubs", "right", clubRungs.slice(0, 6)),
	build("bram-unicycle", "bram", "unicycle", "none", unicycleRungs, "fixed dose"),
	build("odile-slackline", "odile", "slackline", "right", slackRungs),
];

/** Past lessons: days before today, who, and which of their ladders. */
export const calendar: [daysAgo: number, student: string, ladders: string[]][] = [
	[34, "isolde", ["isolde-clubs"]],
	[33, "bram", ["bram-clubs"]],
	[27, "isolde", ["isolde-clubs", "isolde-unicycle"]],
	[26, "bram", ["bram-clubs", "bram-unicycle"]],
	[24, "odile", ["odile-slackline"]],
	[20, "isolde", ["isolde-clubs"]],
	[19, "bram", ["bram-unicycle", "bram-clubs"]],
	[17, "odile", ["odile-slackline"]],
	[13, "isolde", ["isolde-clubs", "isolde-unicycle"]],
	[10, "odile", ["odile-slackline"]],
	[8, "bram", ["bram-clubs"]],
	[6, "isolde", ["isolde-clubs"]],
	[3, "odile", ["odile-slackline"]],
];
