"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import { asMarkdown } from "@/core/formats/markdown";
import { copyText } from "@/ui/copyText";
import { offer } from "@/ui/offer";

/** The note on its way out: by the system's own share sheet where there is one, copied, as Markdown, or printed. It is kept as it stands when the lesson is closed. */
export function SendNote({ text, label }: { text: string; label: string }) {
	const [said, setSaid] = useState<{ words: string; of: string } | null>(null);
	const about = <span className="visually-hidden">: {label}</span>;
	const say = (words: string) => setSaid({ words, of: text });
	const share = async () => {
		try {
			await navigator.share({ text });
			say("handed on");
		} catch (error) {
			// Whoever closes the sheet has changed their mind: nothing went wrong.
			if (!(error instanceof DOMException && error.name === "AbortError"))
				say("It could not be handed on; copy it instead.");
		}
	};
	return (
		<span className="d-inline-flex flex-wrap gap-2 align-items-center">
			{typeof navigator !== "undefined" && "share" in navigator && (
				<Button variant="outline-primary" onClick={() => void share()}>
					send the note{about}
				</Button>
			)}
			<Button
				variant="outline-primary"
				onClick={async () =>
					say((await copyText(text)) ? "copied" : "It could not be copied here; mark it and copy it by hand.")
				}
			>
				{said?.of === text && said.words === "copied" ? "copied" : "copy the note"}
				{about}
			</Button>
			<Button variant="link" onClick={() => offer("note.md", new Blob([markdownOf(text)], { type: "text/markdown" }))}>
				Markdown{about}
			</Button>
			<Button variant="link" onClick={() => printed(text)}>
				print{about}
			</Button>
			{said?.of === text && said.words !== "copied" && <span role="status">{said.words}</span>}
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
