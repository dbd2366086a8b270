import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { WholeLocale } from "@/core/languages/wholeLocale";
import type { PageData } from "@/core/practice/pageData";

/**
 * The student's page as HTML: by the link it names its script and its style, as one file it
 * holds them. Its data is a block that no browser runs.
 */

const built = (name: string): string => readFileSync(join(process.cwd(), "public", "p", name), "utf8");

/** JSON that ends no script element. */
const inside = (data: unknown): string => JSON.stringify(data).replaceAll("<", "\\u003c");

const attribute = (words: string): string =>
	words.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll('"', "&quot;");

const page = (
	title: string,
	{ code, dir }: Pick<WholeLocale, "code" | "dir">,
	head: string,
	body: string,
): string => `<!doctype html>
<html lang="${attribute(code)}" dir="${dir}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1, viewport-fit=cover">
<meta name="referrer" content="no-referrer">
<meta name="robots" content="noindex">
<title>${attribute(title)}</title>
${head}
</head>
<body>${body}</body>
</html>
`;

const titleOf = ({ name }: PageData, { say }: WholeLocale): string => say("page.title", { name });

/** A part's address, with what it is in a few letters: a phone never mixes two builds. */
const at = (name: string): string =>
	`/p/${name}?${createHash("sha256").update(built("practice.js")).digest("hex").slice(0, 12)}`;

/** The page behind a private link. */
export function linkPage(data: PageData, locale: WholeLocale): string {
	return page(
		titleOf(data, locale),
		locale,
		`<link rel="stylesheet" href="${at("practice.css")}">`,
		`<div id="page"></div><script id="data" type="application/json">${inside(data)}</script><script src="${at("practice.js")}" defer></script>`,
	);
}

/** The same page with everything in it: it fetches nothing, and its own policy forbids it to. */
export function filePage(data: PageData, locale: WholeLocale): string {
	const script = built("practice.js");
	const policy = [
		"default-src 'none'",
		`script-src 'sha256-${createHash("sha256").update(script).digest("base64")}'`,
		"style-src 'unsafe-inline'",
		"img-src data: blob:",
		"media-src data:",
		"font-src data:",
		"form-action 'none'",
		"base-uri 'none'",
	].join("; ");
	return page(
		titleOf(data, locale),
		locale,
		`<meta http-equiv="Content-Security-Policy" content="${policy}">\n<style>${built("practice.css").replaceAll("</", "<\\/")}</style>`,
		`<div id="page"></div><script id="data" type="application/json">${inside(data)}</script><script>${script}</script>`,
	);
}

/**
 * A page that says one thing: why there is nothing here. Its script looks whether something
 * that was written under this address is still on the phone, to be given back by hand.
 */
export const sayPage = ({
	title,
	sentence,
	locale,
}: {
	title: string;
	sentence: string;
	locale: WholeLocale;
}): string =>
	page(
		title,
		locale,
		`<link rel="stylesheet" href="${at("practice.css")}">`,
		`<main><h1>${attribute(title)}</h1><p>${attribute(sentence)}</p></main><div id="page"></div><script src="${at("practice.js")}" defer></script>`,
	);
