"use client";

import Form from "react-bootstrap/Form";
import type { Practised } from "@/core/log/kinds";
import type { LessonView } from "@/core/log/view";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { readOn } from "@/core/pack/placing";
import { cutText } from "@/core/text/fields";
import { list } from "@/core/text/lists";
import css from "@/ui/facts.module.css";
import { AsPages } from "./AsPages";

const MOST = 6;

/** What may be practised at home of what was worked on: nothing high, upside down or never alone; a checklist goes with it. */
export function practisable(view: LessonView, pack: Pack) {
	const worked = new Set(view.visits.flatMap(({ ladder, rung }) => (ladder ? [`${ladder}/${rung}`] : [])));
	const all = pack.ladders.flatMap((ladder) =>
		ladder.rungs.filter(({ id }) => worked.has(`${ladder.id}/${id}`)).map((rung) => ({ ladder, rung })),
	);
	const whyNot = ({ ladder, rung }: (typeof all)[number]) => ladder.notHome?.[rung.id] ?? null;
	return {
		open: all.filter((one) => whyNot(one) === null),
		never: all.flatMap((one) => {
			const why = whyNot(one);
			return why === null ? [] : [{ ...one, why }];
		}),
	};
}

/** What to practise until the next lesson, and how much. */
export function Practise({
	view,
	pack,
	value,
	nameOf,
	onChange,
}: {
	view: LessonView;
	pack: Pack;
	value: Practised;
	/** Names whose rung it is, where more than one student was there. */
	nameOf?: ((student: string | null) => string | undefined) | undefined;
	onChange: (value: Practised) => void;
}) {
	const { open, never } = practisable(view, pack);
	if (open.length + never.length === 0) return null;
	const called = (ladder: PackLadder, rung: PackLadder["rungs"][number]) =>
		`${nameOf ? `${nameOf(ladder.student)}: ` : ""}${readOn(ladder, rung.settings.name)}`;
	return (
		<section id="practise" className={css.rung} aria-label="Home practice">
			<h2>Home practice</h2>
			{open.map(({ ladder, rung }) => {
				const name = readOn(ladder, rung.settings.name);
				const at = value.findIndex((one) => one.ladder === ladder.id && one.rung === rung.id);
				return (
					<div key={`${ladder.id}/${rung.id}`} className="d-flex gap-2 align-items-center mb-1 flex-wrap">
						<Form.Check
							id={`practise-${ladder.id}-${rung.id}`}
							label={called(ladder, rung)}
							checked={at >= 0}
							disabled={at < 0 && value.length >= MOST}
							onChange={() =>
								onChange(
									at >= 0
										? value.filter((_, i) => i !== at)
										: [...value, { ladder: ladder.id, rung: rung.id, name: cutText(name, 80), much: "" }],
								)
							}
						/>
						{at >= 0 && rung.settings.care.length > 0 && (
							<span className="mute w-100 order-1">First: {list(rung.settings.care)}.</span>
						)}
						{at >= 0 && (
							<Form.Control
								style={{ flex: "1 1 12rem" }}
								aria-label={`How much: ${called(ladder, rung)}`}
								placeholder="how much: three days, ten minutes"
								maxLength={120}
								value={value[at]?.much ?? ""}
								dir="auto"
								onChange={(event) =>
									onChange(value.map((one, i) => (i === at ? { ...one, much: event.target.value } : one)))
								}
							/>
						)}
					</div>
				);
			})}
			{never.map(({ ladder, rung, why }) => (
				<p key={`${ladder.id}/${rung.id}`} className="mute m-0">
					{called(ladder, rung)}. {why}
				</p>
			))}
			<AsPages pack={pack} value={value} />
		</section>
	);
}
