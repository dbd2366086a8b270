import { useEffect, useState } from "react";
import { packActs, packInPieces } from "@/core/practice/handBack";
import { copyText } from "@/ui/copyText";
import { QrPicture } from "@/ui/QrPicture";
import { shareText } from "@/ui/shareText";
import css from "./home.module.css";
import { useForAWhile } from "./practice";
import { useSpeech } from "./Speech";

/** As much as one QR picture holds that a phone still reads from another phone's screen. */
const QR_CHARS = 700;

/** The acts as one word, before anybody asks: what a press copies has to be there by then. As pictures only where they are shown. */
function usePacked(id: string, secret: string, acts: readonly unknown[], shown: boolean) {
	const [packed, setPacked] = useState<{ word: string | null; pieces: string[] }>({ word: null, pieces: [] });
	useEffect(() => {
		let gone = false;
		const pieces = shown ? packInPieces(id, secret, acts, QR_CHARS) : [];
		void Promise.all([packActs(id, secret, acts), pieces]).then(
			([word, some]) => gone || setPacked({ word, pieces: some }),
		);
		return () => {
			gone = true;
		};
	}, [id, secret, acts, shown]);
	return packed;
}

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
	const { say } = useSpeech();
	const [shown, setShown] = useState(false);
	const [piece, setPiece] = useState(0);
	const [copied, setCopied] = useForAWhile();
	const [failed, setFailed] = useState(false);
	const entries = acts.filter((act) => (act as { kind?: unknown } | null)?.kind === "done").length;
	const { word, pieces } = usePacked(id, secret, acts, shown);
	const text = word === null ? "" : `${say("back.text", { name, n: entries })}\n${word}`;
	const at = Math.min(piece, pieces.length - 1);
	if (acts.length === 0) return null;
	return (
		<section aria-label={say("back.title")}>
			<h2>{say("back.title")}</h2>
			<p>{say("back.how", { n: entries })}</p>
			<div className={css.acts}>
				<button
					type="button"
					className={css.main}
					disabled={word === null}
					onClick={async () => {
						if (await copyText(text)) setCopied();
						else setFailed(true);
					}}
				>
					{say(copied ? "back.copied" : "back.copy")}
				</button>
				{"share" in navigator && (
					<button
						type="button"
						className={css.second}
						onClick={async () => (await shareText(text)) === "failed" && setFailed(true)}
					>
						{say("back.send")}
					</button>
				)}
				<button type="button" className={css.second} aria-expanded={shown} onClick={() => setShown(!shown)}>
					{say(shown ? "back.hide" : "back.show")}
				</button>
			</div>
			{failed && (
				<label>
					{say("back.by hand")}
					<textarea readOnly rows={5} value={text} onFocus={(event) => event.target.select()} />
				</label>
			)}
			{shown && pieces.length > 0 && (
				<figure className={css.qr}>
					<QrPicture words={pieces[at] ?? ""} label={say("back.picture", { name, n: at + 1, of: pieces.length })} />
					<figcaption>
						{pieces.length > 1 ? say("back.each", { n: at + 1, of: pieces.length }) : say("back.one")}
					</figcaption>
					{pieces.length > 1 && (
						<button type="button" className={css.small} onClick={() => setPiece((at + 1) % pieces.length)}>
							{say("back.next")}
						</button>
					)}
				</figure>
			)}
		</section>
	);
}
