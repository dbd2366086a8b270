"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { backToSlipped, type SlipAt } from "@/core/commands/slip";
import { FALSE_ALARM } from "@/core/ladder/shortCheck";
import { record } from "@/device/record";
import { planRefresher } from "@/server/planning";
import Link from "@/ui/Link";
import { dayWords } from "./dates";
import { Refusals } from "./Refusals";
import { useRefusals } from "./useRefusals";

/** What can be done about a rung that slipped: the peg back to it, or a refresher in the next plan; and how often it is luck. */
export function Slipped({
	studio,
	slip,
	about,
	onMoved = () => {},
}: {
	studio: string;
	slip: SlipAt;
	about: string;
	/** Once the peg is moved, and before the page is asked for anew. */
	onMoved?: () => void;
}) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [busy, setBusy] = useState(false);
	const [planned, setPlanned] = useState<{ id: string; day: string } | null>(null);
	const [note, setNote] = useState("");
	const press = (words: string, work: () => Promise<void>) => (
		<Button
			size="sm"
			variant="outline-primary"
			disabled={busy || note !== ""}
			onClick={async () => {
				setBusy(true);
				await work();
				setBusy(false);
			}}
		>
			{words}
			<span className="visually-hidden">: {about}</span>
		</Button>
	);
	return (
		<>
			<p className="mute m-0">
				Slipped at its last check; one who is ready does {Math.round(FALSE_ALARM * 100)} times in 100 by luck.
			</p>
			<span className="d-flex gap-2 flex-wrap align-items-center">
				{press("move the peg to it", async () => {
					const { sent } = await record(studio, backToSlipped(slip));
					setNote(sent ? "The peg is moved." : "Kept on this device; it goes out when the server answers.");
					onMoved();
					router.refresh();
				})}
				{planned ? (
					<Link href={`/plans/${planned.id}`}>in the plan of {dayWords(planned.day)}</Link>
				) : (
					press("a refresher in the next plan", async () => {
						const outcome = await ask(planRefresher(slip.student, slip.ladder, slip.rung));
						if (outcome.ok) setPlanned(outcome.value);
					})
				)}
			</span>
			<span role="status">{note}</span>
			<Refusals refusals={refused} />
		</>
	);
}
