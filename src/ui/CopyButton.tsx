"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import { copyText } from "./copyText";

/** Copies what stands beside it, and says what came of that: where it could not, how else. */
export function CopyButton({
	text,
	words = "copy",
	about = "",
	variant = "link",
	onCopied = () => {},
}: {
	text: string;
	words?: string;
	/** Of what, for those who hear the button alone. */
	about?: string;
	variant?: "link" | "outline-primary";
	onCopied?: () => void;
}) {
	/** What came of it, and of which text: another one has not been copied yet. */
	const [said, setSaid] = useState<{ of: string; copied: boolean } | null>(null);
	const here = said?.of === text ? said : null;
	return (
		<>
			<Button
				variant={variant}
				onClick={async () => {
					const copied = await copyText(text);
					setSaid({ of: text, copied });
					if (copied) onCopied();
				}}
			>
				{here?.copied ? "copied" : words}
				{about && <span className="visually-hidden">: {about}</span>}
			</Button>
			<span role="status">
				{here && !here.copied && " Copying did not work. Select the text and copy it yourself."}
			</span>
		</>
	);
}
