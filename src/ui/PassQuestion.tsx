"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Drafts } from "@/core/commands/drafts";
import { answerPass, claimPass, type PassAt } from "@/core/commands/passes";
import { yesAsked } from "@/core/ladder/rung";

/**
 * A rule was met and the peg has not moved: one press for each answer. A met rule moves
 * nothing by itself.
 */
export function PassQuestion({
	pass,
	about,
	answered = null,
	onWrite,
}: {
	pass: PassAt;
	/** Whose pass it is and of what, for those who hear the buttons alone. */
	about: string;
	answered?: "stay" | "later" | null;
	onWrite: (written: Drafts) => void | Promise<void>;
}) {
	const [busy, setBusy] = useState(false);
	const press = (words: string, written: Drafts, strong = false) => (
		<Button
			size="sm"
			variant={strong ? "primary" : "outline-primary"}
			disabled={busy}
			onClick={async () => {
				setBusy(true);
				await onWrite(written);
				setBusy(false);
			}}
		>
			{words}
			<span className="visually-hidden">: {about}</span>
		</Button>
	);
	return (
		<span className="d-flex gap-2 flex-wrap align-items-center">
			{pass.yes && (
				<b dir="auto">
					{yesAsked[pass.yes]} {pass.to.name}?
				</b>
			)}
			{press(`${pass.yes ? "yes, step up" : "step up"}: ${pass.to.name}`, claimPass(pass), true)}
			{answered === "stay" ? "you chose to stay" : press("stay here", answerPass(pass, "stay"))}
			{answered === "later"
				? "you are asked again after the next lesson"
				: press("ask next time", answerPass(pass, "later"))}
		</span>
	);
}
