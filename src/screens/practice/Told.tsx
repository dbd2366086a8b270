"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import type { JournalItem } from "@/core/practice/journal";
import { now } from "@/device/now";
import { writePractice } from "@/server/practice";
import { DayField } from "@/ui/DayField";
import { today } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./practice.module.css";

/** What a student tells, or brings on paper, written down for them. */
export function Told({ at, items }: { at: { id: string }; items: readonly JournalItem[] }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [item, setItem] = useState(items[0]?.item.id ?? "");
	const [day, setDay] = useState(today());
	const [good, setGood] = useState("");
	const [tries, setTries] = useState("");
	const [by, setBy] = useState<"told" | "paper">("paper");
	const of = items.find((one) => one.item.id === item) ?? items[0];
	if (!of) return null;
	return (
		<section aria-label="Add results yourself" className="mt-4">
			<h2>Add results yourself</h2>
			<Form
				noValidate
				onSubmit={async (event) => {
					event.preventDefault();
					const { at: moment, tz } = now();
					const outcome = await ask(
						writePractice(
							at.id,
							{
								id: uuid(),
								at: moment,
								tz,
								kind: "done",
								body: {
									item: of.item.id,
									day,
									place: "",
									tries: tries === "" ? of.item.dose : Number(tries),
									good: good === "" ? undefined : Number(good),
									target: of.target,
									dose: of.item.dose,
									minutes: 0,
									felt: null,
									check: null,
									remark: "",
								},
							},
							by,
						),
					);
					if (!outcome.ok) return;
					setGood("");
					router.refresh();
				}}
			>
				<FormRow id="told-item" label="Drill">
					<Form.Select value={of.item.id} onChange={(event) => setItem(event.target.value)}>
						{items.map((one) => (
							<option key={one.item.id} value={one.item.id}>
								{one.item.name}
							</option>
						))}
					</Form.Select>
				</FormRow>
				<FormRow id="told-day" label="Day">
					<DayField value={day} onChange={setDay} />
				</FormRow>
				<div className={css.numbers}>
					<FormRow id="told-good" label="good" className="">
						<Form.Control
							type="number"
							inputMode="numeric"
							value={good}
							onChange={(event) => setGood(event.target.value)}
						/>
					</FormRow>
					<FormRow id="told-of" label="of" className="">
						<Form.Control
							type="number"
							inputMode="numeric"
							placeholder={String(of.item.dose)}
							value={tries}
							onChange={(event) => setTries(event.target.value)}
						/>
					</FormRow>
					<FormRow id="told-how" label="how" className="">
						<Form.Select value={by} onChange={(event) => setBy(event.target.value === "told" ? "told" : "paper")}>
							<option value="paper">on paper</option>
							<option value="told">told to you</option>
						</Form.Select>
					</FormRow>
				</div>
				<Button type="submit" variant="outline-primary">
					save the result
				</Button>
				<Refusals refusals={refused} />
			</Form>
		</section>
	);
}
