import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";

/** The words of a PDF, page after page, and its first page's size in points. */
export async function wordsOf(pdf: Uint8Array) {
	const document = await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise;
	const pages = await Promise.all(
		Array.from({ length: document.numPages }, async (_, i) => {
			const page = await document.getPage(i + 1);
			const { items } = await page.getTextContent();
			return { view: page.view, text: items.map((item) => ("str" in item ? item.str : "")).join(" ") };
		}),
	);
	return {
		pages: pages.length,
		size: pages[0]?.view.slice(2).map(Math.round),
		text: pages
			.map(({ text }) => text)
			.join(" ")
			.replace(/\s+/g, " "),
	};
}
