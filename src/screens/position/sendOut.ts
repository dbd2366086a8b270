import type { StillFile } from "@/core/position/still";

/** The picture with its drawing on it. */
export async function drawnPicture(
	svg: SVGSVGElement,
	width: number,
	height: number,
	picture: Blob,
): Promise<Blob | null> {
	const canvas = document.createElement("canvas");
	Object.assign(canvas, { width, height });
	const on = canvas.getContext("2d");
	if (!on) return null;
	const copy = svg.cloneNode(true) as SVGSVGElement;
	inlineStyles(svg, copy);
	Object.entries({ width, height, xmlns: "http://www.w3.org/2000/svg" }).forEach(([key, value]) => {
		copy.setAttribute(key, String(value));
	});
	// A picture inside a drawing may fetch nothing: it is written into it.
	copy.querySelector("image")?.setAttribute("href", await asData(picture));
	const drawn = new Image();
	drawn.src = URL.createObjectURL(new Blob([new XMLSerializer().serializeToString(copy)], { type: "image/svg+xml" }));
	await drawn.decode();
	on.drawImage(drawn, 0, 0);
	URL.revokeObjectURL(drawn.src);
	return new Promise((done) => canvas.toBlob(done, "image/png"));
}

const asData = (blob: Blob) =>
	new Promise<string>((done, failed) => {
		const reader = new FileReader();
		reader.onload = () => done(String(reader.result));
		reader.onerror = () => failed(reader.error);
		reader.readAsDataURL(blob);
	});

const kept = [
	"fill",
	"stroke",
	"stroke-width",
	"stroke-dasharray",
	"font-size",
	"font-family",
	"paint-order",
	"opacity",
];

/** What the page's sheets say of the drawing goes along with it. */
function inlineStyles(from: Element, to: Element): void {
	const style = getComputedStyle(from);
	for (const name of kept) (to as SVGElement).style.setProperty(name, style.getPropertyValue(name));
	Array.from(from.children).forEach((child, i) => {
		const twin = to.children[i];
		if (twin) inlineStyles(child, twin);
	});
}

export function asFile(still: StillFile["still"], results: StillFile["results"]): Blob {
	const file: StillFile = { format: "peg-ladder-still", version: 1, still, results };
	return new Blob([JSON.stringify(file, null, "\t")], { type: "application/json" });
}
