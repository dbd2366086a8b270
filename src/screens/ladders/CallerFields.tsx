"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useFormContext, useWatch } from "react-hook-form";
import { calledOn } from "@/core/caller/called";
import { callerRefusals, freshCaller } from "@/core/caller/check";
import { firstCalls } from "@/core/caller/order";
import { orderWords } from "@/core/caller/orderWords";
import type { Caller, CallOrder } from "@/core/caller/settings";
import type { Ladder } from "@/core/ladder/ladder";
import type { RungSettings } from "@/core/ladder/rung";
import { splitWords } from "@/core/text/fields";
import { FormRow } from "@/ui/FormRow";
import css from "@/ui/rows.module.css";
import own from "./ladders.module.css";

const kinds = Object.keys(orderWords) as CallOrder["kind"][];

const SHOWN = 14;

function freshOrder(kind: CallOrder["kind"], all: readonly string[]): CallOrder {
	switch (kind) {
		case "every other":
			return { kind, fixed: all[0] ?? "" };
		case "weighted":
			return { kind, weights: Object.fromEntries(all.map((name) => [name, 1])) };
		case "in turn":
			return { kind, each: 1 };
		case "shuffled":
			return { kind, times: 1 };
		default:
			return { kind, most: 2 };
	}
}

const numberOf = (typed: string): number => (typed === "" ? Number.NaN : Number(typed));
const shown = (value: number): number | "" => (Number.isNaN(value) ? "" : value);

/** What is called before a try, in which order and on which beat. */
export function CallerFields({ index }: { index: number }) {
	const { control, setValue, formState } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings` as const;
	const settings = useWatch({ control, name: path }) as RungSettings;
	const { caller } = settings;
	const id = (field: string) => `rung-${index}-caller-${field}`;
	const all = calledOn(settings);
	const set = (next: Caller | undefined) => setValue(`${path}.caller`, next as never, { shouldDirty: true });
	const errors = formState.errors.rungs?.[index]?.settings?.caller as
		| Partial<Record<"all" | "order" | "beat" | "seed", { message?: string }>>
		| undefined;
	if (!caller)
		return (
			<div className={css.full}>
				<Button
					variant="outline-primary"
					size="sm"
					onClick={() => set(freshCaller(all.length > 0 ? all : ["left", "right"], index + 1))}
				>
					add calls in mixed order
				</Button>
			</div>
		);
	const change = (part: Partial<Caller>) => set({ ...caller, ...part });
	const given = calledOn({ ...settings, caller: undefined });
	return (
		<fieldset className={`${css.full} ${own.caller}`}>
			<legend className="form-label m-0">Called in the lesson</legend>
			{given.length === 0 || caller.variants ? (
				<FormRow id={id("all")} label="Calls, separated by commas" error={errors?.all} className={css.half ?? ""}>
					<Form.Control
						defaultValue={caller.all.join(", ")}
						onChange={(event) => change({ all: splitWords(event.target.value) })}
						dir="auto"
					/>
				</FormRow>
			) : (
				<p className="hint m-0">
					Called: {given.join(", ")}, from the rung’s own {settings.decisions?.length ? "decisions" : "rule"}.
				</p>
			)}
			<OrderFields id={id} caller={caller} all={all} error={errors?.order} change={change} />
			<BeatFields id={id} caller={caller} error={errors?.beat} change={change} />
			<Form.Check
				id={id("variants")}
				type="checkbox"
				label="compare two ways of doing it"
				checked={caller.variants === true}
				onChange={(event) => {
					const { variants: _, ...rest } = caller;
					set(event.target.checked ? { ...rest, variants: true } : rest);
				}}
			/>
			<p className="m-0" data-testid="calls-ahead" dir="auto">
				{callerRefusals(caller, all).length === 0 && (
					<>
						<span className="mute">For example: </span>
						{firstCalls(caller.order, all, caller.seed, SHOWN).join(" · ")}
					</>
				)}
			</p>
			<div>
				<Button
					variant="link"
					size="sm"
					className="ps-0"
					onClick={() => change({ seed: (caller.seed + 1) % 1_000_000 })}
				>
					shuffle again
				</Button>
				<Button variant="link" size="sm" onClick={() => set(undefined)}>
					remove the calls
				</Button>
			</div>
		</fieldset>
	);
}

interface PartProps {
	id: (field: string) => string;
	caller: Caller;
	error: { message?: string } | undefined;
	change: (part: Partial<Caller>) => void;
}

function OrderFields({ id, caller, all, error, change }: PartProps & { all: readonly string[] }) {
	const { order } = caller;
	return (
		<>
			<FormRow id={id("order")} label="Order" error={error} className={css.half ?? ""}>
				<Form.Select
					value={order.kind}
					onChange={(event) => change({ order: freshOrder(event.target.value as CallOrder["kind"], all) })}
				>
					{kinds.map((kind) => (
						<option key={kind} value={kind}>
							{orderWords[kind][1]}
						</option>
					))}
				</Form.Select>
			</FormRow>
			{order.kind === "every other" && (
				<FormRow id={id("fixed")} label="The fixed one" className={css.third ?? ""}>
					<Form.Select
						value={order.fixed}
						onChange={(event) => change({ order: { ...order, fixed: event.target.value } })}
					>
						{!all.includes(order.fixed) && <option>{order.fixed}</option>}
						{all.map((name) => (
							<option key={name}>{name}</option>
						))}
					</Form.Select>
				</FormRow>
			)}
			{(order.kind === "runs" || order.kind === "capped") && (
				<Whole
					id={id("most")}
					label="Most in a row"
					value={order.most}
					onChange={(most) => change({ order: { ...order, most } })}
				/>
			)}
			{order.kind === "in turn" && (
				<Whole
					id={id("each")}
					label="Tries at each"
					value={order.each}
					onChange={(each) => change({ order: { ...order, each } })}
				/>
			)}
			{order.kind === "shuffled" && (
				<Whole
					id={id("times")}
					label="Times each in a block"
					value={order.times}
					onChange={(times) => change({ order: { ...order, times } })}
				/>
			)}
			{order.kind === "weighted" &&
				all.map((name) => (
					<Whole
						key={name}
						id={id(`weight-${name}`)}
						label={`How often: ${name}`}
						low={0}
						high={100}
						value={order.weights[name] ?? 1}
						onChange={(weight) => {
							const weights = Object.fromEntries(all.map((one) => [one, order.weights[one] ?? 1]));
							change({ order: { kind: "weighted", weights: { ...weights, [name]: weight } } });
						}}
					/>
				))}
		</>
	);
}

function Whole({
	id,
	label,
	value,
	onChange,
	low = 1,
	high = 20,
}: {
	id: string;
	label: string;
	value: number;
	onChange: (value: number) => void;
	low?: number;
	high?: number;
}) {
	return (
		<FormRow id={id} label={label} className={css.third ?? ""}>
			<Form.Control
				type="number"
				inputMode="numeric"
				min={low}
				max={high}
				value={shown(value)}
				onChange={(event) => onChange(numberOf(event.target.value))}
			/>
		</FormRow>
	);
}

function BeatFields({ id, caller, error, change }: PartProps) {
	const { beat } = caller;
	return (
		<>
			<Form.Check
				id={id("on-beat")}
				type="checkbox"
				label="call on a beat (otherwise after each touch)"
				checked={beat !== undefined}
				onChange={(event) => change({ beat: event.target.checked ? { every: 4, spread: 0 } : undefined })}
			/>
			{beat && (
				<>
					<FormRow id={id("every")} label="Seconds from call to call" error={error} className={css.third ?? ""}>
						<Form.Control
							type="number"
							inputMode="decimal"
							step={0.1}
							value={shown(beat.every)}
							onChange={(event) => change({ beat: { ...beat, every: numberOf(event.target.value) } })}
						/>
					</FormRow>
					<FormRow id={id("spread")} label="Vary by up to, seconds" className={css.third ?? ""}>
						<Form.Control
							type="number"
							inputMode="decimal"
							step={0.1}
							value={shown(beat.spread)}
							onChange={(event) => change({ beat: { ...beat, spread: numberOf(event.target.value) } })}
						/>
					</FormRow>
				</>
			)}
		</>
	);
}
