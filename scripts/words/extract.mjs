// Finds the strings that a person can read on a screen, on paper or in a message, by the syntax tree.
import { parse } from "@babel/parser";

/** Attributes and properties that hold no words for a reader. */
const SILENT =
	/^(className|id|key|href|src|type|role|rel|target|htmlFor|style|d|viewBox|fill|stroke|points|transform|autoComplete|inputMode|enterKeyHint|lang|dir|method|action|accept|pattern|as|variant|size|path|url|kind|field|of|placement|scope|defaultValue|value|code|event|mode|at|via|on|by|shape|mark|icon|format|property|timeZone|dateStyle|timeStyle|weekday|month|day|year|hour|minute|unit|sizes|media|purpose|display|theme|content|xmlns|content-[a-z]+|cache-control|textAnchor|dominantBaseline|strokeLinecap|vectorEffect|width|gridTemplate.*|data-.*|aria-(live|current|sort|haspopup|pressed|expanded|controls|labelledby|describedby|hidden|invalid|busy|modal|orientation|autocomplete|activedescendant|atomic|relevant)|[a-z]+ClassName)$/;

/** Functions whose arguments no reader sees. */
const SILENT_CALLS =
	/^(sql|require|fetch|querySelector(All)?|getElementById|closest|matches|addEventListener|removeEventListener|createElement|setAttribute|getAttribute|getItem|setItem|removeItem|raw|exec|execute|prepare|startsWith|endsWith|includes|indexOf|split|replace|replaceAll|join|localeCompare|get|set|has|append|delete|log|debug|info|warn|postMessage|importScripts|createHash|digest|test|match|RegExp|Symbol|omit|pick|dynamic|useKept|useHash|integer|index|uniqueIndex|sqliteTable|primaryKey|discriminatedUnion|literal|enum|on|off|emit|once|dispatchEvent|createContext|redirect|revalidatePath|permanentRedirect|requestIdleCallback|matchMedia|DateTimeFormat|NumberFormat|importKey|deriveKey|deriveBits|encrypt|decrypt|sign)$/;

/** Names of properties and attributes whose value is read, a single small word too. */
const LISTED =
	/^(label|title|heading|words|caption|hint|placeholder|alt|aria-label|legend|sentence|line|says|note|text|empty|question|answers|done|what|why)$/;

const isText = (node) => node.type === "StringLiteral" || node.type === "TemplateLiteral";
const isWords = (text) => /\p{L}/u.test(text.replace(/\{[^}]*\}/g, ""));
const isProse = (text) =>
	isWords(text) &&
	(/\p{L}\S* \S*[\p{L}\d]/u.test(text.replace(/\{[^}]*\}/g, " x ")) || /^\p{Lu}\p{Ll}+[.…]?$/u.test(text));

/** Messages of the student's page by their id, so far as they were read; a call that says one is its words. */
let messages = new Map();
export const readMessages = (code) => {
	messages = new Map([...code.matchAll(/^\t"([^"]+)":\s+"((?:[^"\\]|\\.)*)",$/gm)].map(([, id, words]) => [id, words]));
};

/** The ids a call of `say` may be of: of one that is chosen while it runs, none. */
function saidBy(node) {
	if (node.type !== "CallExpression" || calleeOf(node) !== "say") return [];
	const idsIn = (one) =>
		one?.type === "StringLiteral"
			? [one.value]
			: one?.type === "ConditionalExpression"
				? [...idsIn(one.consequent), ...idsIn(one.alternate)]
				: [];
	return idsIn(node.arguments[0]).filter((id) => messages.has(id));
}

/** Whether a node is words, or a choice between words. */
function holdsWords(node) {
	if (isText(node) || saidBy(node).length > 0) return true;
	if (node.type === "ConditionalExpression") return holdsWords(node.consequent) || holdsWords(node.alternate);
	return false;
}

/** What only looks like words: files, types of content, settings of the platform. */
const NO_WORDS = [
	/^(\.{0,2}\/\S*|\.\w+|[\w-]+\/[\w.+-]+(;.*)?|force-dynamic|[a-z0-9]+([-_.][a-z0-9]+)+|#\S+|--\S+|@\S+)$/i,
	// Drawings, statements to the database, markup, and the names under which a device stores things.
	/^M[\d{]|^(select|insert|update|delete|attach|vacuum|pragma|create|begin;|hash from|id from|case when|from)\b(?=.*(from|as|into|;|\*|=|\?|\())/i,
	/^(<|\{"|peg-ladder |clamp\(|default-src|\w+-src |attachment;|ArrowUp|ArrowLeft|Ctrl |Shift |Tab$|Esc$)/,
];

/** A text with what is filled in by `fill`, as `{code}` where nothing else is said, and what is chosen between as `[one|other]`. */
function wordsOf(node, fill) {
	const words = (one) => wordsOf(one, fill);
	const said = saidBy(node).map((id) => messages.get(id));
	if (said.length > 0) return said.length === 1 ? said[0] : `[${said.join("|")}]`;
	if (node.type === "StringLiteral") return node.value;
	if (node.type === "JSXText") return node.value.replace(/\s*\n\s*/g, " ");
	if (node.type === "TemplateLiteral")
		return node.quasis
			.map(({ value }, i) => value.cooked + (node.expressions[i] ? words(node.expressions[i]) : ""))
			.join("");
	if (node.type === "JSXExpressionContainer")
		return node.expression.type === "JSXEmptyExpression" ? "" : words(node.expression);
	if (node.type === "ConditionalExpression" && holdsWords(node))
		return `[${words(node.consequent)}|${words(node.alternate)}]`;
	if (node.type === "LogicalExpression" && holdsWords(node.right))
		return node.operator === "??" ? `[${words(node.left)}|${words(node.right)}]` : `[${words(node.right)}|]`;
	if (node.type === "BinaryExpression" && node.operator === "+" && (holdsWords(node.left) || holdsWords(node.right)))
		return words(node.left) + words(node.right);
	if (/^JSX/.test(node.type)) return "{<>}";
	if (node.type === "NullLiteral" || (node.type === "Identifier" && node.name === "undefined")) return "";
	return fill(node);
}

const nameOf = (node) => node.name?.name ?? node.name ?? node.value ?? "";
const keyOf = ({ key }) => key.name ?? key.value ?? "";
const calleeOf = ({ callee }) => callee.property?.name ?? callee.name ?? "";

/** Whether the nearest thing around a text settles who reads it: true for no reader, false for a reader, null to look further out. */
function silentIn(up, below) {
	if (/^TS(?!As|Satisfies|NonNull)/.test(up.type)) return true;
	if (
		/^(Directive|DirectiveLiteral|TaggedTemplateExpression|ImportExpression|ImportDeclaration|SwitchCase)$/.test(
			up.type,
		)
	)
		return up.type !== "SwitchCase" || up.test === below ? true : null;
	if (up.type === "JSXAttribute") return SILENT.test(nameOf(up.name));
	if (up.type === "ObjectProperty") return up.key === below || (below === up.value && SILENT.test(keyOf(up))) || null;
	if (/^(Optional)?MemberExpression$/.test(up.type)) return up.property === below || null;
	if (up.type === "BinaryExpression") return up.operator !== "+" || null;
	if (/^(ConditionalExpression|IfStatement|WhileStatement)$/.test(up.type) && up.test === below) return true;
	if (up.type === "CallExpression" && calleeOf(up) === "say" && up.arguments[0] === below) return true;
	if (/^(Optional)?(Call|New)Expression$/.test(up.type) && up.callee !== below && isText(below))
		return SILENT_CALLS.test(calleeOf(up)) || null;
	return /Statement$|^JSX(Element|Fragment)$|^VariableDeclaration$/.test(up.type) ? false : null;
}

/** Whether no reader sees a text: types, keys, comparisons, addresses. */
function isSilent(node, ups) {
	let below = node;
	for (const up of ups) {
		const settled = silentIn(up, below);
		if (settled !== null) return settled;
		below = up;
	}
	return false;
}

/** What part of a page a text is: the name of its attribute, property or tag; "button" for what is pressed; "" else. */
function partOf(node, ups) {
	let below = node;
	for (const up of ups) {
		if (up.type === "JSXAttribute") return nameOf(up.name);
		if (up.type === "JSXElement") {
			const tag = nameOf(up.openingElement.name);
			if (/^(button|.*Button)$/.test(tag)) return "button";
			return /^(h[1-6]|legend|th|dt|label|summary|option|Link|a)$/.test(tag) ? tag : "";
		}
		if (up.type === "ObjectProperty" && up.value === below) return keyOf(up);
		if (/^VariableDeclarator$|Function/.test(up.type)) return "";
		below = up;
	}
	return "";
}

const children = (node) =>
	Object.entries(node)
		.filter(
			([key]) =>
				!/^(loc|start|end|type|comments|leadingComments|trailingComments|innerComments|tokens|extra)$/.test(key),
		)
		.flatMap(([, value]) => (Array.isArray(value) ? value : [value]))
		.filter((value) => typeof value?.type === "string");

/** Whether a child of an element is words of its own, and no element. */
const isSaid = (child) =>
	(child.type === "JSXText" && isWords(child.value)) ||
	(child.type === "JSXExpressionContainer" &&
		(holdsWords(child.expression) ||
			(child.expression.type === "LogicalExpression" && holdsWords(child.expression.right))));

/**
 * The visible strings of one file: `{ line, part, text, written }` in the order they stand; none for a file without words.
 * `text` has what is filled in as `{code}` and what is chosen between as `[one|other]`; `written` is the same with nothing
 * filled in, so that braces in it are the author's own.
 */
export function stringsIn(file, code) {
	const tree = parse(code, { sourceType: "module", plugins: ["typescript", ...(file.endsWith("x") ? ["jsx"] : [])] });
	const found = [];
	const shown = (node) =>
		`{${code.slice(node.start, node.end).replace(/\s+/g, " ").replace(/[{}]/g, "").slice(0, 60)}}`;
	const tidy = (text) => text.replace(/\s+/g, " ").trim();
	/** Words of one node, or of the children of an element. */
	const read = (nodes, fill) => tidy(nodes.map((node) => wordsOf(node, fill)).join(""));
	const add = (at, part, nodes) =>
		found.push({ line: at.loc.start.line, part, text: read(nodes, shown), written: read(nodes, () => "") });

	const visitElement = (node, ups) => {
		const mixed = node.children.some(isSaid);
		const first = node.children.find((child) => child.type !== "JSXText" || isWords(child.value));
		if (mixed && isWords(read(node.children, shown))) add(first, partOf(first, [node, ...ups]), node.children);
		if (node.openingElement) visit(node.openingElement, [node, ...ups], false);
		for (const child of node.children) visit(child, [node, ...ups], mixed);
	};
	const visitText = (node, ups, taken) => {
		const text = wordsOf(node, shown);
		const part = partOf(node, ups);
		const isRead = isProse(text) || (LISTED.test(part) && isWords(text));
		if (!taken && isRead && !isSilent(node, ups) && !NO_WORDS.some((one) => one.test(text))) add(node, part, [node]);
		for (const child of node.expressions ?? []) visit(child, [node, ...ups], true);
	};
	/** `taken`: the text is part of one that is listed already. */
	function visit(node, ups, taken) {
		if (/^JSX(Element|Fragment)$/.test(node.type)) return visitElement(node, ups);
		if (isText(node)) return visitText(node, ups, taken);
		const passes = /^(JSXExpressionContainer|ConditionalExpression|LogicalExpression)$/.test(node.type);
		for (const child of children(node)) visit(child, [node, ...ups], taken && passes && child !== node.test);
	}
	visit(tree.program, [], false);
	return found;
}
