"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import { asMarkdown } from "@/core/formats/markdown";
import { CopyButton } from "@/ui/CopyButton";
import { offer } from "@/ui/offer";
import { shareText } from "@/ui/shareText";

/** The note on its way out: by the system's own share sheet where there is one, copied, as Markdown, or printed. It is kept as it stands when the lesson is closed. */
export function SendNote({ text, label, onSent }: { text: string; label: string; onSent: () => void }) {
	/** What came of handing it on, and of which text: another one has not gone yet. */
	const [said, setSaid] = useState<{ words: string; of: string } | null>(null);
	const about = <span className="visually-hidden">: {label}</span>;
	const share = async () => {
		const came = await shareText(text);
		if (came !== "not now" && came !== "failed") onSent();
		if (came !== "not now")
			setSaid({ words: came === "failed" ? "Sending did not work. Copy the note instead." : came, of: text });
	};
	return (
		<span className="d-inline-flex flex-wrap gap-2 align-items-center">
			{typeof navigator !== "undefined" && "share" in navigator && (
				<Button variant="outline-primary" onClick={() => void share()}>
					send the note{about}
				</Button>
			)}
			<CopyButton text={text} words="copy the note" about={label} variant="outline-primary" onCopied={onSent} />
			<Button variant="link" onClick={() => offer("note.md", new Blob([markdownOf(text)], { type: "text/markdown" }))}>
				save as text{about}
			</Button>
			<Button
				variant="link"
				onClick={() => {
					printed(text);
					onSent();
				}}
			>
				print{about}
			</Button>
			{said?.of === text && <span role="status">{said.words}</span>}
		</span>
	);
}

/** A note's own list stays a list; every other sign stays what it is. */
const markdownOf = (text: string): string =>
	`${text
		.split("\n")
		.map((line) =>
			line.startsWith("- ") ? `- ${asMarkdown(line.slice(2))}` : line === "" ? "" : `${asMarkdown(line)}  `,
		)
		.join("\n")}\n`;

/** Prints the note alone, in a frame of its own that goes again. */
function printed(text: string): void {
	const frame = document.createElement("iframe");
	frame.hidden = true;
	document.body.append(frame);
	const page = frame.contentDocument;
	if (!page || !frame.contentWindow) return;
	const words = page.createElement("pre");
	words.textContent = text;
	Object.assign(words.style, { font: "16px/1.4 sans-serif", whiteSpace: "pre-wrap" });
	page.body.append(words);
	frame.contentWindow.addEventListener("afterprint", () => frame.remove());
	frame.contentWindow.print();
}
