// One value, one label: tables of labels with the same keys in two files, by the syntax tree.
import { parse } from "@babel/parser";

/** Keys of a thing that is described, and not of values that have labels. */
const DESCRIBES = new Set(["name", "label", "unit", "path", "kind", "href", "from", "io"]);
/** The id of a message of the student's page: its words are in the catalogue. */
const MESSAGE = /^[a-z ]+\.[a-z ]+$/;
const FEWEST = 3;

/** Tables of a source whose every value is a text: `{ keys, line }` each, the keys in one order. */
function tablesIn(code) {
	const found = [];
	const look = (node) => {
		if (!node || typeof node !== "object") return;
		if (Array.isArray(node)) {
			node.forEach(look);
			return;
		}
		if (node.type === "ObjectExpression" && node.properties.length >= FEWEST) {
			const texts = node.properties.filter(
				(one) => one.type === "ObjectProperty" && one.value.type === "StringLiteral",
			);
			const keys = texts.map(({ key }) => key.name ?? key.value);
			const isTable =
				texts.length === node.properties.length &&
				!keys.some((key) => DESCRIBES.has(key)) &&
				!texts.every(({ value }) => MESSAGE.test(value.value));
			if (isTable) found.push({ keys: keys.sort().join(", "), line: node.loc.start.line });
		}
		for (const [name, part] of Object.entries(node)) if (name !== "loc") look(part);
	};
	look(parse(code, { sourceType: "module", plugins: ["typescript", "jsx"] }).program);
	return found;
}

/** What has labels in two files: a line each. */
export function doubles(sources) {
	const where = new Map();
	for (const { file, code } of sources)
		for (const { keys, line } of tablesIn(code)) where.set(keys, [...(where.get(keys) ?? []), { file, line }]);
	return [...where]
		.filter(([, places]) => new Set(places.map(({ file }) => file)).size > 1)
		.map(([keys, places]) => `${keys}: labels in ${places.map(({ file, line }) => `${file}:${line}`).join(" and ")}`);
}
