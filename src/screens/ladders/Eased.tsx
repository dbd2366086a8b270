"use client";

import Button from "react-bootstrap/Button";
import { easeRung } from "@/core/commands/sets";
import type { Apart } from "@/core/digest/ladderDigest";
import type { Hole } from "@/core/ladder/rail";
import { plural } from "@/core/text/lists";
import { dayWords } from "@/ui/dates";
import css from "@/ui/rows.module.css";
import { useRecord } from "@/ui/useRecord";
import type { LadderBenchProps } from "./LadderBench";

const apartWords: Record<Apart, string> = {
	eased: "in the easier form",
	"in contest": "in contest",
	"before people": "before people",
	"in another place": "in another place",
};

/** What a rung came to where it was not done as it is; and its easing, which a press lifts. */
export function Eased({ page: { at, owner, studio }, hole }: { page: LadderBenchProps; hole: Hole | null }) {
	const { note, write } = useRecord(studio ?? "");
	const apart = Object.entries(hole?.apart ?? {}) as [Apart, NonNullable<Hole["apart"]>[Apart]][];
	if (!hole || (apart.length === 0 && !hole.easing?.on)) return null;
	return (
		<div className={css.note}>
			{hole.easing?.on && at && (
				<p className="m-0">
					<b>Easier form since {dayWords(hole.easing.day)}</b>
					{hole.easing.reason && `: ${hole.easing.reason}`}.{" "}
					<Button
						variant="outline-primary"
						onClick={() => void write(easeRung({ student: owner.student, ladder: at.id, rung: hole.rung }, false))}
					>
						back to the rung itself
					</Button>{" "}
					<span role="status">{note}</span>
				</p>
			)}
			{apart.map(
				([way, sum]) =>
					sum && (
						<p key={way} className="m-0">
							<b>
								{sum.good} of {sum.tries}
							</b>{" "}
							{apartWords[way]}, {plural(sum.lessons, "lesson")}, last {dayWords(sum.last)}. Not counted above.
						</p>
					),
			)}
		</div>
	);
}
