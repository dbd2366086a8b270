import Form from "react-bootstrap/Form";
import type { Ask } from "@/core/analysis/wald";

/** What a finder is asked, but for the limit: two rates and two risks. */
export type Risks = Omit<Ask, "limit">;

const fields = [
	["notReady", "not ready, in 10", 10],
	["ready", "ready, in 10", 10],
	["riskPass", "passes too early, in 100", 100],
	["riskHold", "held back though ready, in 100", 100],
] as const;

/** Rates of ten and risks of a hundred, as a coach says them. `start` is what stands there at first. */
export const RiskFields = ({
	id,
	start,
	onChange,
}: {
	id: string;
	start: Risks;
	onChange: (name: keyof Risks, value: number) => void;
}) =>
	fields.map(([name, label, scale]) => (
		<Form.Group key={name} controlId={`${id}-${name}`}>
			<Form.Label>{label}</Form.Label>
			<Form.Control
				type="number"
				inputMode="decimal"
				step={scale === 10 ? 0.5 : 1}
				defaultValue={Number((start[name] * scale).toFixed(2))}
				onChange={(event) => onChange(name, Number(event.target.value) / scale)}
			/>
		</Form.Group>
	));
