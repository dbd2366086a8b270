"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import { backToSlipped, type SlipAt } from "@/core/commands/slip";
import { FALSE_ALARM } from "@/core/ladder/shortCheck";
import { planRefresher } from "@/server/planning";
import Link from "@/ui/Link";
import { dayWords } from "./dates";
import { Refusals } from "./Refusals";
import { useRecord } from "./useRecord";
import { useRefusals } from "./useRefusals";
import { useReversible } from "./useReversible";

/**
 * What can be done about a rung that slipped: the peg back to it, which can be taken back, or a refresher in the next
 * plan; and how often it is luck.
 */
export function Slipped({
	studio,
	slip,
	about,
	onPress = () => {},
}: {
	studio: string;
	slip: SlipAt;
	about: string;
	/** Before the page is asked for anew: it may have no slip there any more. */
	onPress?: () => void;
}) {
	const { note, write } = useRecord(studio);
	const { done, press, takeBack } = useReversible(write, onPress);
	const { refused, ask } = useRefusals();
	const [busy, setBusy] = useState(false);
	const [planned, setPlanned] = useState<{ id: string; day: string } | null>(null);
	const plan = async () => {
		setBusy(true);
		const outcome = await ask(planRefresher(slip.student, slip.ladder, slip.rung));
		setBusy(false);
		if (outcome.ok) setPlanned(outcome.value);
	};
	const aside = <span className="visually-hidden">: {about}</span>;
	return (
		<>
			<p className="mute m-0">
				Slipped at its last check. By luck this happens to ready students in {Math.round(FALSE_ALARM * 100)} of 100
				checks.
			</p>
			<span className="d-flex gap-2 flex-wrap align-items-center">
				<span role="status">{done && "The peg is on it now."}</span>
				<Button
					size="sm"
					variant={done ? "link" : "outline-primary"}
					onClick={done ? takeBack : () => press(backToSlipped(slip))}
				>
					{done ? "undo" : "move the peg to the rung"}
					{aside}
				</Button>
				{planned ? (
					<Link href={`/plans/${planned.id}`}>see the plan of {dayWords(planned.day)}</Link>
				) : (
					!done && (
						<Button size="sm" variant="outline-primary" disabled={busy} onClick={() => void plan()}>
							add a refresher to the next plan
							{aside}
						</Button>
					)
				)}
			</span>
			{note && <p role="status">{note}</p>}
			<Refusals refusals={refused} />
		</>
	);
}
