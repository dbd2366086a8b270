import Form from "react-bootstrap/Form";
import { SURE } from "@/core/plan/item";
import { limitLabels, type PlanLimits } from "@/core/plan/planLimits";
import { capital } from "@/core/text/wording";
import { FormRow } from "@/ui/FormRow";

/** What a plan keeps to, a field each; the same for one plan and for all of them. */
export const LimitFields = ({
	limits,
	onLimits,
}: {
	limits: PlanLimits;
	onLimits: (limits: PlanLimits, what: string) => void;
}) =>
	(Object.keys(limitLabels) as (keyof PlanLimits)[]).map((key) => (
		<FormRow key={key} id={`limit-${key}`} label={capital(limitLabels[key])}>
			<Form.Control
				type="number"
				inputMode="numeric"
				min={0}
				max={80}
				value={Number.isNaN(limits[key]) ? "" : limits[key]}
				onChange={(event) =>
					onLimits(
						{ ...limits, [key]: event.target.value === "" ? Number.NaN : Math.round(Number(event.target.value)) },
						key,
					)
				}
			/>
		</FormRow>
	));

/** How sure a lesson is to end in time. */
export const SureField = ({ sure, onSure }: { sure: number; onSure: (sure: number) => void }) => (
	<FormRow id="sure" label="Ends in time" className="">
		<Form.Select value={sure} onChange={(event) => onSure(Number(event.target.value))}>
			{SURE.map((one) => (
				<option key={one} value={one}>
					{one === 0.5 ? "in half of the lessons" : `in ${100 * one} of 100`}
				</option>
			))}
		</Form.Select>
	</FormRow>
);
