"use client";

import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { makePromise } from "@/core/commands/said";
import type { Pack } from "@/core/pack/pack";
import { readOn } from "@/core/pack/placing";
import type { Worked } from "@/core/sums/sum";
import { dayAfter } from "@/core/text/fields";
import { perform } from "@/device/perform";
import { NOT_KEPT } from "@/device/studio";
import { putSum } from "@/server/sums";
import { dayWords, today } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./sums.module.css";

/** As many points as a bout of a rule has. */
const MOST_POINTS = 30;

const places = [
	["rung", "save in the rung"],
	["plan", "add to the next plan"],
	["practice", "add to the practice"],
	["kit", "save in their kit"],
] as const;
/** Who grows is measured again after so many days. */
const AGAIN_DAYS = 91;

/** Puts what came out where it is used: a line in the rung, an item in the next plan, a line or a day's tries in the practice. */
export function PutSum({ pack, sum, worked, line }: { pack: Pack | null; sum: string; worked: Worked; line: string }) {
	const [ladder, setLadder] = useState("");
	const [rung, setRung] = useState("");
	const { refused, setRefused, ask } = useRefusals();
	const [busy, setBusy] = useState(false);
	const [done, setDone] = useState<{ href: string; where: string; growing?: boolean; line: string } | null>(null);
	useEffect(() => {
		const asked = new URLSearchParams(window.location.search);
		setLadder(asked.get("ladder") ?? "");
		setRung(asked.get("rung") ?? "");
	}, []);
	if (!pack) return <p className="hint">No students are on this device yet. The calculator works without them.</p>;
	if (pack.ladders.length === 0) return <p className="hint">No ladders yet. The result has no place to go.</p>;
	const open = pack.ladders.find(({ id }) => id === ladder) ?? pack.ladders[0];
	const on = open?.rungs.find(({ id }) => id === rung) ?? open?.rungs.find(({ id }) => id === open.peg);
	const nameOf = (id: string) => pack.students.find((one) => one.id === id)?.student.name ?? "";
	const put = async (into: (typeof places)[number][0]) => {
		if (!open || !on) return;
		setBusy(true);
		const outcome = await ask(
			putSum(
				into,
				{ ladder: open.id, rung: on.id },
				{
					line,
					tries: worked.tries ?? null,
					minutes: worked.minutes ?? null,
					...(into === "rung" && worked.bout && worked.bout.b <= MOST_POINTS ? { bout: worked.bout } : {}),
				},
			),
		);
		// Who is growing is measured again: that is promised, and comes up on its day.
		if (outcome.ok && into === "kit" && outcome.value.growing)
			await perform(
				pack.studio.id,
				makePromise(open.student, "Measure again for their kit", dayAfter(today(), AGAIN_DAYS)),
			).catch(() => setRefused([{ path: "", sentence: `The promise to measure again was not saved: ${NOT_KEPT}` }]));
		setBusy(false);
		setDone(outcome.ok ? { ...outcome.value, line } : null);
	};
	return (
		<section className={css.put} aria-label="Use this result">
			<h2>Use this result</h2>
			<div className={css.where}>
				<FormRow id="sum-ladder" label="Ladder" className="">
					<Form.Select
						value={open?.id ?? ""}
						onChange={(event) => {
							setLadder(event.target.value);
							setRung("");
						}}
					>
						{pack.ladders.map((one) => (
							<option key={one.id} value={one.id}>
								{nameOf(one.student)}, {one.skill}
								{one.side === "none" ? "" : `, ${one.side}`}
							</option>
						))}
					</Form.Select>
				</FormRow>
				<FormRow id="sum-rung" label="Rung" className="">
					<Form.Select value={on?.id ?? ""} onChange={(event) => setRung(event.target.value)}>
						{open?.rungs.map((one, i) => (
							<option key={one.id} value={one.id}>
								{i + 1}. {readOn(open, one.settings.name)}
							</option>
						))}
					</Form.Select>
				</FormRow>
			</div>
			<p className="d-flex flex-wrap gap-2 m-0">
				{places
					.filter(([into]) => (into === "kit") === (sum === "kit"))
					.map(([into, words]) => (
						<Button key={into} variant="outline-primary" disabled={busy} onClick={() => void put(into)}>
							{words}
						</Button>
					))}
			</p>
			<Refusals refusals={refused} />
			{done && done.line === line && (
				<p role="status" className="m-0">
					Saved in <Link href={done.href}>{done.where}</Link>.
					{done.growing && ` You promised to measure again by ${dayWords(dayAfter(today(), AGAIN_DAYS))}.`}
				</p>
			)}
		</section>
	);
}
