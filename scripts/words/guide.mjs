// How Peg Ladder speaks, as far as a pattern can hold it. The whole guide is docs/words.md; the numbers are its rules.

/** A phrase that breaks a rule wherever it stands in a visible string. */
const PHRASES = [
	[3, /\b(takes?|taken|took|taking) (it |them )?out\b/i, "remove, download or leave out"],
	[5, /\b(put|puts) away\b/i, "archive"],
	[5, /\b(bring|brings|brought|bringing) (it |them )?(back|in)\b/i, "restore, make active or import"],
	[5, /\b(taken|takes|take) (it |them )?(in|over it)\b/i, "import"],
	[5, /\bhand(s|ed)? (it )?on\b/i, "share"],
	[5, /\bset aside\b/i, "not added; the page part is Problems"],
	[5, /\btake (it |this |the \w+ )?back\b/i, "undo, or remove try"],
	[5, /\bre-check\b/i, "check"],
	[5, /\bput (it )?back\b/i, "undo"],
	[6, /\bin force\b/i, "in use"],
	[6, /\bamiss\b/i, "name the problem"],
	[6, /\banew\b/i, "again"],
	[6, /\b(mend|mends|mended)\b/i, "fix, correct"],
	[6, /\bin earnest\b/i, "the real thing"],
	[6, /\bfor sure\b/i, "clearly"],
	[6, /\bgoes out\b/i, "is sent"],
	[6, /\b(is|are) gone\b/i, "was deleted"],
	[6, /\bnot (here|there) any more\b/i, "was deleted"],
	[6, /\bnot known here\b/i, "does not exist"],
	[6, /\bhas not come\b/i, "is in the future"],
	[6, /\bwhat is asked for\b/i, "drills, or target"],
	[6, /\bgive or take\b/i, "±, or likely a to b"],
	[8, /\b(one who|whoever)\b/i, "a student who"],
	[8, /\bsomebody (who|since|else)\b/i, "name them"],
	[9, /\bone time in \w+/i, "in N of 100"],
	[9, /\bnine in ten\b/i, "90 in 100"],
	[10, /\bper cent over\b/i, "per cent above"],
	[11, /\b(four times in five|eight times in ten|8 times in 10,)/i, "likely a to b"],
	[11, /\bnot sure yet\b/i, "not clear yet"],
	[12, /; .* (is|are) (needed|possible|the nearest)\b/i, "field: enter …"],
	[12, /\b(is|are) needed\.$/i, "field: enter …"],
];

/** Words a button may begin with: what pressing does. */
const VERBS = new Set(
	`add allow answer archive ask back build cancel change choose close compare confirm continue copy count delete discard done
	download draw edit end enter fill find finish follow give go hide import insert join judge keep leave load loading log look make mark
	merge move next open park pause pin plan play press print promise quick read redo remove replace reset restore save say search send
	set share show shuffle sign skip split start stay stop switch take try undo update use watch work wrap write`.split(
		/\s+/,
	),
);

/** Texts of buttons that are values, places or directions and no acts: outcomes, marks, names, days, tabs. */
const NO_ACTS = [
	/^(good|off|not good|no count|missed|went for it|CHANCE TAKEN|chance|\?|More|light:|full screen|on|it was|all (checked|of)|today)/,
	/^(up|down|earlier|later|lower|mirrored|line|full speed|not named yet)\b/,
	// What is being done, or was done just now, where the button stood.
	/^(importing|looking|reading lessons|copied|beat set here)/,
	/^\{/,
];

/** Strings that may stand as they are, each with its reason. */
const EXCEPTIONS = [
	{
		file: /src\/core\/(plan|analysis|caller|estimate|build|skill|hash|ladder|pack|advice)\//,
		text: /^\w+: /,
		reason: "a mistake of the program's, for who reads its code",
	},
	{ text: /^(E =|v = V|d = D|gap =|60 ×|turns:|a point:|start =)/, reason: "a formula" },
	{
		file: /src\/(server\/(policy|practicePage|health)|store\/(bulk|engine|allowance|db|projection|schema))/,
		rules: [2],
		reason: "for who serves it, or no words at all",
	},
	{ text: /^(taken out|put away|hands on)$/, reason: "a stored value; its label is elsewhere" },
	{ text: /^@media|^a section of the workbook/, reason: "no words for a reader" },
	{ file: /home\/Drill\.tsx$/, text: /I did it/, rules: [3], reason: "what a child did, in their own words" },
	{ file: /GroupDrawer\.tsx$/, text: /one of them/, rules: [3], reason: "who is on the other end, beside their names" },
	{ file: /SkillMargin\.tsx$/, text: /\{this\} and/, reason: "explains the tokens themselves" },
];

const TOKENS = /\{(this|across|strong|weak|other)\}/;
const NOTHING = /(^|[.] )(Nobody|Nothing)\b/;
/** That nothing was lost or changed is what a reader wants to hear in just these words. */
const REASSURING =
	/Nothing (is lost|was (added|changed|copied|downloaded|imported|made|merged|planned|reset|saved|updated|written)|changes|counts|to do|to test|found|parked|can be)/;
/** "send it", "keep them: …": read alone, as a screen reader does, such a button says nothing. */
const ITS_OBJECT = /^[^:]*\b(it|them|this|one)( again| here)?\]?( ?\{<>\})?(:|\||$)/;
const MOST_WORDS = 20;

/** Sentences of a string: what is chosen between is read one by one. */
function sentencesOf(text) {
	return text
		.replace(/\$?\{[^}]*\}/g, "x")
		.replace(/\[([^\]|]*)\|([^\]]*)\]/g, "$1")
		.split(/[.:?!|]\s+|[|\][]/)
		.filter(Boolean);
}

/** Exceptions that have excused something so far. */
const used = new Set();

/** Exceptions that excused nothing of all that was looked at: a rule that is kept needs none. */
export const idleExceptions = () => EXCEPTIONS.filter((one) => !used.has(one));

function isExcused({ file, text }, rule) {
	const excuse = EXCEPTIONS.find(
		(one) => (one.file ?? /./).test(file) && (one.text ?? /./).test(text) && (one.rules ?? [rule]).includes(rule),
	);
	if (excuse) used.add(excuse);
	return excuse !== undefined;
}

/** What a string breaks: `{ rule, why }` each; none where it is as the guide wants it. */
export function broken(string) {
	const { part, text, written } = string;
	const bare = text.replace(/\{[^}]*\}/g, "x");
	const pressed = text.replace(/^\[/, "");
	const verb = pressed.split(/[\s,|:{<\]]/)[0] ?? "";
	const found = PHRASES.flatMap(([rule, phrase, instead]) => {
		const match = phrase.exec(bare);
		return match ? [{ rule, why: `“${match[0]}”: ${instead}` }] : [];
	});
	const hold = (rule, isBroken, why) => {
		if (isBroken) found.push({ rule, why });
	};
	hold(2, /;(\s|$)/.test(bare), "a semicolon");
	hold(
		2,
		sentencesOf(text).some((sentence) => sentence.split(/\s+/).length > MOST_WORDS),
		`over ${MOST_WORDS} words`,
	);
	hold(7, NOTHING.test(bare) && !REASSURING.test(bare), "nobody or nothing as the subject");
	hold(
		3,
		part === "button" && !VERBS.has(verb.toLowerCase()) && !NO_ACTS.some((one) => one.test(pressed)),
		`“${verb}” is no verb`,
	);
	hold(3, part === "button" && ITS_OBJECT.test(pressed), "an object that only its surroundings name");
	hold(5, TOKENS.test(written), "a token that would be read raw");
	return found.filter(({ rule }) => !isExcused(string, rule));
}
