"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Coach } from "@/core/coach/coach";
import { lengthUnits } from "@/core/coach/lengths";
import { usualDifficulties } from "@/core/difficulty/usual";
import { BenchPage } from "@/ui/BenchPage";
import { COACH_DRAFT, coachDocument } from "@/ui/coachDocument";
import { FormRow } from "@/ui/FormRow";
import { InForce } from "@/ui/InForce";
import css from "@/ui/rows.module.css";
import { UndoRedo } from "@/ui/UndoRedo";
import { useDocument } from "@/ui/useDocument";
import { DifficultyList } from "./DifficultyList";

const unitWords = { m: "metres", ft: "feet" } as const;

/** What gets harder, for the whole studio, and the unit distances are told in. Ladders that stand keep what they were built on. */
export function CoachDifficulties({ at, coach }: { at: { id: string; rev: number }; coach: Coach }) {
	const { values: now, editor, steps, inForce } = useDocument(COACH_DRAFT, at, coach, coachDocument);
	const { amiss } = inForce;
	return (
		<BenchPage
			keys={[
				{ keys: ["Ctrl Z"], does: "undo" },
				{ keys: ["↑", "↓"], does: "on a grip: move the row" },
			]}
			margin={
				<>
					<div className={css.note}>
						<h2>What size means</h2>
						<p className="m-0">
							How much harder a notch is than the one below. 1 is a normal step. The builder keeps the biggest step
							small. Expected scores use these sizes.
						</p>
					</div>
					<div className={css.note}>
						<h2>Which ladders use it</h2>
						<p className="m-0">
							Every ladder you build from now on, unless its skill has its own scales. Existing ladders do not change.
						</p>
					</div>
				</>
			}
		>
			<div className={css.head}>
				<h1 className={css.title}>Difficulty scales</h1>
				<UndoRedo {...steps} />
			</div>
			<p className="mute">
				The builder makes these harder in this order. How much of the movement is done comes first.
			</p>
			<DifficultyList
				value={now.difficulties}
				onChange={(difficulties, what) => editor.edit({ ...now, difficulties }, what)}
				refusal={(path) => amiss.find((one) => one.path === `difficulties.${path}`)?.sentence}
			/>
			<fieldset className="mt-3">
				<legend className="form-label m-0">Good tries in 10 on a working rung</legend>
				<div className="d-flex gap-2 align-items-center">
					{(["low", "high"] as const).map((end) => (
						<Form.Control
							key={end}
							type="number"
							inputMode="decimal"
							step={0.5}
							style={{ width: 96 }}
							aria-label={end === "low" ? "from, in 10" : "to, in 10"}
							value={Number.isFinite(now.band[end]) ? Number((now.band[end] * 10).toFixed(2)) : ""}
							onChange={(event) =>
								editor.edit(
									{
										...now,
										band: {
											...now.band,
											[end]: event.target.value === "" ? Number.NaN : Number(event.target.value) / 10,
										},
									},
									`band ${end}`,
								)
							}
						/>
					))}
				</div>
				<p className="hint m-0">Below this, a lesson calls the rung too hard. The rule curves always use 6.</p>
			</fieldset>
			<CoachSays now={now} put={(next) => editor.edit(next, "")} />
			<InForce {...inForce} />
			<div className={css.actions}>
				<Button variant="link" onClick={() => editor.edit({ ...now, difficulties: [...usualDifficulties] }, "")}>
					reset to the usual scales
				</Button>
			</div>
		</BenchPage>
	);
}

/** The coin, the unit and whose tries count: one press each. */
const CoachSays = ({ now, put }: { now: Coach; put: (next: Coach) => void }) => (
	<>
		<Form.Check
			id="coin"
			className="mt-3"
			label="Hold back one correction in three, by coin"
			checked={now.coin ?? false}
			onChange={(event) => put({ ...now, coin: event.target.checked })}
		/>
		<p className="hint m-0">
			If you always give a cue, you never see what happens without it. The advice says when the coin holds a cue back.
			You can still give it.
		</p>
		<FormRow id="unit" label="Units for distances" className="mt-3">
			<Form.Select
				style={{ width: "auto" }}
				value={now.unit}
				onChange={(event) => put({ ...now, unit: lengthUnits.find((unit) => unit === event.target.value) ?? "m" })}
			>
				{lengthUnits.map((unit) => (
					<option key={unit} value={unit}>
						{unitWords[unit]}
					</option>
				))}
			</Form.Select>
		</FormRow>
		<Form.Check
			id="partners"
			label="Leave tries logged by a partner out of estimates"
			checked={now.partnersLeftOut ?? false}
			onChange={(event) => put({ ...now, partnersLeftOut: event.target.checked })}
		/>
	</>
);
