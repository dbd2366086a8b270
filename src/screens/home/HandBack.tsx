import QRCode from "qrcode";
import { useMemo, useState } from "react";
import { packActs, packInPieces } from "@/core/practice/handBack";
import { plural } from "@/core/text/lists";
import { copyText } from "@/ui/copyText";
import { shareText } from "@/ui/shareText";
import css from "./home.module.css";
import { useForAWhile } from "./practice";

/** As much as one QR picture holds that a phone still reads from another phone's screen. */
const QR_CHARS = 700;

/** What was written here as a text to send, or as a picture for the coach's phone. */
export function HandBack({
	id,
	secret,
	name,
	acts,
}: {
	id: string;
	secret: string;
	name: string;
	/** What was written here, and what this version of the page cannot read of it. */
	acts: readonly unknown[];
}) {
	const [shown, setShown] = useState(false);
	const [piece, setPiece] = useState(0);
	const [copied, setCopied] = useForAWhile();
	const [failed, setFailed] = useState(false);
	const entries = acts.filter((act) => (act as { kind?: unknown } | null)?.kind === "done").length;
	const text = useMemo(
		() =>
			`Practice of ${name}: ${plural(entries, "entry")}. For the coach: copy all of this.\n${packActs(id, secret, acts)}`,
		[id, secret, name, acts, entries],
	);
	const pieces = useMemo(() => (shown ? packInPieces(id, secret, acts, QR_CHARS) : []), [shown, id, secret, acts]);
	const at = Math.min(piece, pieces.length - 1);
	if (acts.length === 0) return null;
	return (
		<section aria-label="Send to your coach">
			<h2>Send to your coach</h2>
			<p>{plural(entries, "entry")} for your coach. Always send all of them: known ones are skipped.</p>
			<div className={css.acts}>
				<button
					type="button"
					className={css.main}
					onClick={async () => {
						if (await copyText(text)) setCopied();
						else setFailed(true);
					}}
				>
					{copied ? "copied" : "copy the text"}
				</button>
				{"share" in navigator && (
					<button
						type="button"
						className={css.second}
						onClick={async () => (await shareText(text)) === "failed" && setFailed(true)}
					>
						send it
					</button>
				)}
				<button type="button" className={css.second} aria-expanded={shown} onClick={() => setShown(!shown)}>
					{shown ? "hide the picture" : "show as a picture"}
				</button>
			</div>
			{failed && (
				<label>
					Your phone does not allow copying here. Select the text and copy it yourself.
					<textarea readOnly rows={5} value={text} onFocus={(event) => event.target.select()} />
				</label>
			)}
			{shown && (
				<figure className={css.qr}>
					<QrPicture words={pieces[at] ?? ""} label={`Practice of ${name}, picture ${at + 1} of ${pieces.length}`} />
					<figcaption>
						{pieces.length > 1
							? `Picture ${at + 1} of ${pieces.length}. Your coach reads each one.`
							: "Your coach reads it with the camera."}
					</figcaption>
					{pieces.length > 1 && (
						<button type="button" className={css.small} onClick={() => setPiece((at + 1) % pieces.length)}>
							next picture
						</button>
					)}
				</figure>
			)}
		</section>
	);
}

const QUIET = 4;

/** A QR code as one drawing, dark on white in every light. */
function QrPicture({ words, label }: { words: string; label: string }) {
	const { size, path } = useMemo(() => {
		const { modules } = QRCode.create(words, { errorCorrectionLevel: "L" });
		let drawn = "";
		for (let y = 0; y < modules.size; y++)
			for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) drawn += `M${x + QUIET} ${y + QUIET}h1v1h-1z`;
		return { size: modules.size + 2 * QUIET, path: drawn };
	}, [words]);
	return (
		<svg viewBox={`0 0 ${size} ${size}`} role="img" aria-label={label} shapeRendering="crispEdges">
			<path fill="#fff" d={`M0 0h${size}v${size}H0z`} />
			<path fill="#000" d={path} />
		</svg>
	);
}
