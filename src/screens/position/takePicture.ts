import { bones, FIGURE, figureOf, type Pose } from "@/core/position/figure";
import { MOST_MEGAPIXELS } from "@/core/position/still";
import { LONGEST_SIDE } from "@/core/skill/picture";

/** A picture to place points on: made small here already, so that a point is a pixel of what is kept. */
export interface Taken {
	url: string;
	blob: Blob;
	width: number;
	height: number;
}

const MILLION = 1_000_000;

/** Draws on a canvas of this size, and takes the picture of it. Nothing a camera writes into a file comes along. */
async function taken(width: number, height: number, draw: (on: CanvasRenderingContext2D) => void): Promise<Taken> {
	const canvas = document.createElement("canvas");
	Object.assign(canvas, { width, height });
	const on = canvas.getContext("2d");
	if (!on) throw new Error("This browser cannot draw here. Use another one.");
	draw(on);
	const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/png"));
	if (!blob) throw new Error("The picture is too large for this browser. Use a smaller one or crop it.");
	return { url: URL.createObjectURL(blob), blob, width, height };
}

const shrunk = (width: number, height: number) => {
	const by = Math.min(1, LONGEST_SIDE / Math.max(width, height));
	return [Math.max(1, Math.round(width * by)), Math.max(1, Math.round(height * by))] as const;
};

/**
 * A picture from a file.
 *
 * @throws Error with a sentence and what to do, where it is none or too large
 */
export async function fromFile(file: File): Promise<Taken> {
	if (file.size === 0) throw new Error("The picture is empty. Choose another file.");
	const bitmap = await createImageBitmap(file, { imageOrientation: "from-image" }).catch(() => null);
	if (!bitmap) throw new Error(`“${file.name}” is not a picture. Choose a PNG, JPEG or WebP picture, or a clip.`);
	const { width, height } = bitmap;
	if (width * height > MOST_MEGAPIXELS * MILLION) {
		bitmap.close();
		throw new Error(
			`The picture is too large (${Math.round((width * height) / MILLION)} megapixels, ${MOST_MEGAPIXELS} at most). Use a smaller one or crop it.`,
		);
	}
	const made = await taken(...shrunk(width, height), (on) =>
		on.drawImage(bitmap, 0, 0, on.canvas.width, on.canvas.height),
	);
	bitmap.close();
	return made;
}

/** The frame that a clip shows now. */
export const fromClip = (video: HTMLVideoElement): Promise<Taken> =>
	taken(...shrunk(video.videoWidth, video.videoHeight), (on) =>
		on.drawImage(video, 0, 0, on.canvas.width, on.canvas.height),
	);

/** The simulated camera: a figure in a pose. */
export const fromPose = (pose: Pose): Promise<Taken> =>
	taken(FIGURE.width, FIGURE.height, (on) => {
		const at = figureOf(pose);
		on.fillStyle = "#e9e4d8";
		on.fillRect(0, 0, FIGURE.width, FIGURE.height);
		on.strokeStyle = "#4a5563";
		on.lineCap = "round";
		on.lineWidth = 26;
		for (const [from, to] of bones) {
			on.beginPath();
			on.moveTo(at[from].x, at[from].y);
			on.lineTo(at[to].x, at[to].y);
			on.stroke();
		}
		on.fillStyle = "#4a5563";
		on.beginPath();
		on.arc(at.head.x, at.head.y, 34, 0, 2 * Math.PI);
		on.fill();
	});
