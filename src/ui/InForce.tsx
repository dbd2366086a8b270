"use client";

import Button from "react-bootstrap/Button";
import type { Refusal } from "@/core/refusals/refusals";
import type { Standing } from "./documentEditor";
import css from "./keep.module.css";

const standingWords: Record<Standing, string> = {
	kept: "All saved.",
	keeping: "Saving.",
	waiting: "No answer from the server. Saved on this device. It takes effect once the server answers.",
	amiss: "Draft saved on this device. Fix this and it takes effect:",
	elsewhere: "Draft saved on this device. Not in use:",
};

/** As much as is read at once. */
const SHOWN = 3;

/** How far what was typed is, and what keeps it from being in force. Its place is kept. */
export function InForce({
	standing,
	amiss,
	contested,
	take,
	insist,
	onShow,
}: {
	standing: Standing;
	amiss: readonly Refusal[];
	/** The other version is here. */
	contested: boolean;
	take: () => void;
	insist: () => void;
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
			{contested && (
				<>
					<Button variant="link" onClick={take}>
						use the other version
					</Button>
					<Button variant="link" onClick={insist}>
						use mine
					</Button>
				</>
			)}
			{amiss.length > 0 && onShow && standing === "amiss" && (
				<Button variant="link" onClick={onShow}>
					show me
				</Button>
			)}
		</div>
	);
}
