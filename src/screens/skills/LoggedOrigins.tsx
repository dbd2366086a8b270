"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Arrow } from "@/core/skill/origins";
import type { Skill } from "@/core/skill/skill";
import { list, plural } from "@/core/text/lists";
import type { LoggedOrigin } from "@/server/readStudio";
import { askOrigins } from "@/server/studio";
import { Refusals } from "@/ui/Refusals";
import css from "@/ui/rows.module.css";
import { useRefusals } from "@/ui/useRefusals";

/** What the log shows beside what the skill says: where they agree, and where they do not. */
export function LoggedOrigins({
	id,
	skill,
	arrows,
	logged,
	onTold,
}: {
	id: string;
	skill: Skill;
	arrows: readonly Arrow[];
	logged: readonly LoggedOrigin[];
	onTold: (logged: readonly LoggedOrigin[]) => void;
}) {
	const { refused, ask } = useRefusals();
	const [busy, setBusy] = useState(false);
	const [asked, setAsked] = useState<number | null>(null);
	const short = (position: string) => skill.positions.find((one) => one.id === position)?.short ?? "a deleted position";
	const said = ({ earlier, later }: LoggedOrigin) =>
		arrows.find(({ from, to }) => from.skill === id && from.position === earlier && to.position === later);
	return (
		<div className="mt-2">
			<Button
				variant="outline-primary"
				disabled={busy}
				onClick={async () => {
					setBusy(true);
					const outcome = await ask(askOrigins(id));
					setBusy(false);
					if (!outcome.ok) return;
					setAsked(outcome.value.asked);
					onTold(outcome.value.found);
				}}
			>
				{busy ? "reading lessons" : "compare with the log"}
			</Button>
			<div role="status">
				{asked !== null && (
					<p className="hint m-0">
						{asked === 0
							? "Not enough tries were watched at two positions at once."
							: `From ${plural(asked, "student")}, each compared with themselves in the same lesson. Going together does not prove a cause.`}
					</p>
				)}
				{asked !== null && asked > 0 && logged.length === 0 && (
					<p className="m-0">No two faults go together more than by chance.</p>
				)}
				<ul className={css.plain}>
					{logged.map((one) => (
						<li key={`${one.earlier} ${one.later}`} dir="auto">
							<b>{short(one.later)}</b> goes with <b>{short(one.earlier)}</b>: {list(one.students)}, {one.tries} tries.{" "}
							{said(one) ? "The skill says so too." : <b className="asks">The skill does not say so.</b>}
						</li>
					))}
				</ul>
			</div>
			<Refusals refusals={refused} />
		</div>
	);
}
