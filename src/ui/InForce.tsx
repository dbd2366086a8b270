"use client";

import Button from "react-bootstrap/Button";
import type { Refusal } from "@/core/refusals/refusals";
import css from "./keep.module.css";
import { type Standing, standingWords } from "./useInForce";

/** As much as is read at once. */
const SHOWN = 3;

/** How far what was typed is, and what keeps it from being in force. Its place is kept. */
export function InForce({
	standing,
	amiss,
	onShow,
}: {
	standing: Standing;
	amiss: readonly Refusal[];
	/** Shows all that is amiss where it stands. */
	onShow?: (() => void) | undefined;
}) {
	const more = amiss.length - SHOWN;
	return (
		<div className={css.standing}>
			<p
				className={standing === "kept" || standing === "keeping" ? "mute m-0" : "asks m-0"}
				role="status"
				data-testid="standing"
				data-standing={standing}
			>
				{[standingWords[standing], ...amiss.slice(0, SHOWN).map(({ sentence }) => sentence)].join(" ")}
				{more > 0 && ` And ${more} more.`}
			</p>
			{amiss.length > 0 && onShow && standing === "amiss" && (
				<Button variant="link" onClick={onShow}>
					show me
				</Button>
			)}
		</div>
	);
}
