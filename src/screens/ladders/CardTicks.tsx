"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { fromCard } from "@/core/commands/fromCard";
import type { Refusal } from "@/core/refusals/refusals";
import { perform } from "@/device/perform";
import { whyFailed } from "@/device/studio";
import { fetchPack } from "@/device/sync";
import { DayField } from "@/ui/DayField";
import { today } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import css from "./card.module.css";

type Typed = Record<string, { good: string; tries: string }>;

/** What was ticked on the card, entered rung by rung: it counts as tallies, and proves a rule only where any order would. */
export function CardTicks({
	ladder,
	rungs,
	outs,
}: {
	ladder: string;
	rungs: readonly { id: string; name: string }[];
	/** Taken out for this student: there is nothing to tick. */
	outs: readonly string[];
}) {
	const [typed, setTyped] = useState<Typed>({});
	const [refused, setRefused] = useState<Refusal[]>([]);
	const [entered, setEntered] = useState<{ lesson: string; sent: boolean } | null>(null);
	const [day, setDay] = useState(today);
	const [busy, setBusy] = useState(false);
	const type = (id: string, field: "good" | "tries", value: string) => {
		setEntered(null);
		setTyped((now) => ({ ...now, [id]: { good: "", tries: "", ...now[id], [field]: value } }));
	};
	const enter = async () => {
		setRefused([]);
		setBusy(true);
		try {
			const lesson = uuid();
			const pack = await fetchPack(lesson);
			const on = pack.ladders.find(({ id }) => id === ladder);
			if (!on)
				return setRefused([
					{
						path: "ladder",
						sentence: "This ladder is archived or deleted. Make it active again, then enter the card.",
					},
				]);
			const drafts = fromCard(
				uuid,
				lesson,
				on,
				Object.entries(typed).map(([rung, { good, tries }]) => ({ rung, good: Number(good), tries: Number(tries) })),
				"Totals from the card.",
				{ practised: day || today(), today: today() },
			);
			if (!drafts.ok) return setRefused(drafts.refusals);
			const { sent } = await perform(pack.studio.id, drafts.value);
			setEntered({ lesson, sent });
			setTyped({});
		} catch (error) {
			const noAnswer = "The server does not answer. The card is not entered yet. Your numbers stay here. Try again.";
			setRefused([{ path: "", sentence: whyFailed(error, noAnswer) }]);
		} finally {
			setBusy(false);
		}
	};
	return (
		<Form
			noValidate
			onSubmit={(event) => {
				event.preventDefault();
				void enter();
			}}
		>
			<p className="mute m-0">
				The card does not show the order of tries. So a rule counts as met only if any order would meet it.
			</p>
			<FormRow id="practised" label="Practised on">
				<DayField value={day} onChange={setDay} />
			</FormRow>
			<table className={css.ticks}>
				<thead>
					<tr>
						<th scope="col">rung</th>
						<th scope="col">good</th>
						<th scope="col">of</th>
					</tr>
				</thead>
				<tbody>
					{rungs
						.filter(({ id }) => !outs.includes(id))
						.map(({ id, name }) => (
							<tr key={id}>
								<th scope="row" dir="auto">
									{name}
								</th>
								{(["good", "tries"] as const).map((field) => (
									<td key={field}>
										<Form.Control
											type="number"
											inputMode="numeric"
											min={0}
											max={500}
											aria-label={`${name}, ${field === "good" ? "ticked good" : "tries in all"}`}
											value={typed[id]?.[field] ?? ""}
											isInvalid={refused.some(({ path }) => path === id)}
											onChange={(event) => type(id, field, event.target.value)}
										/>
									</td>
								))}
							</tr>
						))}
				</tbody>
			</table>
			<Refusals refusals={refused} />
			<Button type="submit" disabled={busy}>
				enter the card
			</Button>
			{entered && (
				<p role="status" className="m-0 mt-2">
					Entered{entered.sent ? "" : ". It is sent when the server answers"}. It is saved as{" "}
					<Link href={`/lessons/${entered.lesson}`}>practice on its own page</Link>. You can undo it there. “Last time”
					does not change.
				</p>
			)}
		</Form>
	);
}
