import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { join } from "node:path";
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

const page = (title: string, head: string, body: string): string => `<!doctype html>
<html lang="en">
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

const titleOf = ({ name }: PageData): string => `Practice, ${name}`;

/** The page behind a private link. `revision` keeps a phone from mixing two builds. */
export function linkPage(data: PageData, revision: string): string {
	const at = (name: string) => `/p/${name}?${revision}`;
	return page(
		titleOf(data),
		`<link rel="stylesheet" href="${at("practice.css")}">`,
		`<div id="page"></div><script id="data" type="application/json">${inside(data)}</script><script src="${at("practice.js")}" defer></script>`,
	);
}

/** The same page with everything in it: it fetches nothing, and its own policy forbids it to. */
export function filePage(data: PageData): string {
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
		titleOf(data),
		`<meta http-equiv="Content-Security-Policy" content="${policy}">\n<style>${built("practice.css").replaceAll("</", "<\\/")}</style>`,
		`<div id="page"></div><script id="data" type="application/json">${inside(data)}</script><script>${script}</script>`,
	);
}

/** A page that says one thing: why there is nothing here. Its entries on the phone are not touched. */
export const sayPage = (title: string, sentence: string): string =>
	page(title, `<link rel="stylesheet" href="/p/practice.css">`, `<main><h1>${title}</h1><p>${sentence}</p></main>`);

/** What the built script is, in a few letters. */
export const revisionOf = (): string => createHash("sha256").update(built("practice.js")).digest("hex").slice(0, 12);
