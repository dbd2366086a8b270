import { type Outcome, refuse } from "@/core/refusals/refusals";

/** Sides a photograph is looked at in: small is quick and forgives a blurred one, large reads a dense code. */
const SIDES = [1000, 1800, 600] as const;

/** The words of a QR code in a picture, read on this device. */
export async function readQr(file: File): Promise<Outcome<string>> {
	const picture = await createImageBitmap(file).catch(() => null);
	if (!picture) return refuse("file", "This file is not a picture. Take a photo of the code, or a screenshot.");
	const { default: jsQR } = await import("jsqr");
	for (const side of SIDES) {
		const scale = Math.min(1, side / Math.max(picture.width, picture.height));
		const [width, height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
		const canvas = document.createElement("canvas");
		Object.assign(canvas, { width, height });
		const context = canvas.getContext("2d", { willReadFrequently: true });
		if (!context) break;
		context.drawImage(picture, 0, 0, width, height);
		const found = jsQR(context.getImageData(0, 0, width, height).data, width, height);
		if (found?.data) return { ok: true, value: found.data };
	}
	return refuse("file", "No code found in this picture. Take it straight, with the whole code and its white edge.");
}
