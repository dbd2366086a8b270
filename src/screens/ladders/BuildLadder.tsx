"use client";

import { proxy } from "comlink";
import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { hasMust, splitOn } from "@/core/analysis/ways";
import { buildLadder, type Chaining, chainings, extentOf, type Request } from "@/core/build/buildLadder";
import { tierOf } from "@/core/build/ladderRules";
import type { Difficulty } from "@/core/difficulty/difficulty";
import { wholeExtent } from "@/core/difficulty/usual";
import { moveItem } from "@/core/editing/paths";
import type { Policy, Rung } from "@/core/ladder/ladder";
import { fewestOf } from "@/core/ladder/passable";
import type { Side } from "@/core/people/body";
import type { Refusal } from "@/core/refusals/refusals";
import { readSides } from "@/core/skill/sides";
import type { Skill } from "@/core/skill/skill";
import { RiskFields } from "@/screens/rules/RiskFields";
import { BenchPage } from "@/ui/BenchPage";
import { FormRow } from "@/ui/FormRow";
import { LimitField } from "@/ui/LimitField";
import { Refusals } from "@/ui/Refusals";
import rows from "@/ui/rows.module.css";
import { engine } from "@/workers/client";
import css from "./ladders.module.css";
import { StepList } from "./Steps";

/** What the number of rungs goes by. */
type By = "each notch" | "rungs" | "greatest";

interface Ends {
	start: number;
	goal: number;
}

const chainingWords: Record<Chaining, string> = {
	"ground up": "ground up: each position joins those before it",
	"last first": "last first: each position joins those after it",
	"whole - parts - whole": "whole - parts - whole",
};

/** From a broken-down skill to a ladder: which difficulties, from where to where, in how many steps. What comes of it is seen at once. */
export function BuildLadder({
	skill,
	side,
	policy,
	who,
	strong,
	usual,
	onDraft,
	onBack,
}: {
	skill: Skill;
	side: Side;
	policy: Policy;
	who: string;
	strong: "left" | "right";
	/** The skill's own difficulties, or the studio's. */
	usual: readonly Difficulty[];
	onDraft: (draft: { rungs: Rung[]; difficulties: Difficulty[] }) => void;
	onBack: () => void;
}) {
	const [order, setOrder] = useState(() => usual.map(({ id }) => id));
	const [ends, setEnds] = useState<Record<string, Ends>>({});
	const [chaining, setChaining] = useState<Chaining | null>(skill.positions.length > 1 ? "ground up" : null);
	const [by, setBy] = useState<By>("each notch");
	const [dose, setDose] = useState(18);
	const [size, setSize] = useState({ rungs: 10, greatest: 1.5 });
	const [easeBack, setEaseBack] = useState(false);
	const [ask, setAsk] = useState({ notReady: 0.6, ready: 0.85, riskPass: 0.1, riskHold: 0.1 });
	const [progress, setProgress] = useState<number | null>(null);
	const [refused, setRefused] = useState<Refusal[]>([]);

	const difficulties = useMemo(() => order.flatMap((id) => usual.find((one) => one.id === id) ?? []), [order, usual]);
	const draft = useMemo(() => {
		let n = 0;
		const request: Request = {
			skill,
			side,
			policy,
			difficulties,
			ends,
			chaining,
			easeBack,
			size: by === "rungs" ? { rungs: size.rungs } : by === "greatest" ? { greatest: size.greatest } : by,
			...(policy === "fixed dose" ? { dose } : {}),
		};
		return buildLadder(request, () => `draft-${n++}`);
	}, [skill, side, policy, difficulties, ends, chaining, easeBack, by, size, dose]);
	const bars = chaining && skill.positions.length > 1 ? [extentOf(skill.positions, chaining).difficulty] : [];

	const take = async () => {
		if (!draft.ok) return setRefused(draft.refusals);
		setRefused([]);
		setProgress(0);
		// A draft's rungs are judged alike: what they watch may differ, how their tries come out does not.
		const [lowest] = draft.value.rungs;
		const split = lowest && splitOn(lowest.settings, undefined, hasMust(lowest.settings, skill.positions));
		const found = await engine().ladderRules(
			{ ...ask, ...(split ? { split } : {}) },
			proxy((done: number) => setProgress(done)),
		);
		setProgress(null);
		if (!found.ok) return setRefused(found.refusals);
		const { rungs } = draft.value;
		onDraft({
			rungs: rungs.map(({ settings }, i) => {
				const { rule, limit } = tierOf(found.value, i, rungs.length);
				// The dose is done whatever the rule says; only the fewest tries it can be met in have to fit.
				const dosed = () => Math.max(settings.limit, fewestOf({ ...settings, rule }) ?? 1);
				return {
					id: uuid(),
					settings: { ...settings, rule, limit: policy === "fixed dose" ? dosed() : limit, readyRate: ask.ready },
				};
			}),
			difficulties: [...(bars.length > 0 ? bars : [wholeExtent]), ...difficulties],
		});
	};
	const change = (id: string, to: Partial<Ends> | null) =>
		setEnds((now) => {
			const { [id]: before, ...rest } = now;
			return to === null ? rest : { ...rest, [id]: { start: 0, goal: 1, ...before, ...to } };
		});

	return (
		<BenchPage
			margin={
				<WhatComes
					draft={draft}
					difficulties={[...bars, ...difficulties]}
					read={(words) => readSides(words, { side, strong })}
				/>
			}
		>
			<div className={rows.head}>
				<h1 className={rows.title} dir="auto">
					Build a ladder: {who} · {skill.name}
				</h1>
				<Button variant="link" onClick={onBack}>
					back
				</Button>
			</div>
			<FormRow id="chaining" label="Order of the key positions" className="mt-2">
				<Form.Select
					value={chaining ?? ""}
					onChange={(event) => setChaining(chainings.find((one) => one === event.target.value) ?? null)}
				>
					<option value="">the whole movement on every rung</option>
					{chainings.map((one) => (
						<option key={one} value={one}>
							{chainingWords[one]}
						</option>
					))}
				</Form.Select>
			</FormRow>
			<DifficultyEnds difficulties={difficulties} ends={ends} order={order} onOrder={setOrder} onChange={change} />
			{policy === "fixed dose" && (
				<LimitField id="dose" label="Tries a day on each rung" value={dose} onChange={setDose} />
			)}
			<SizeFields by={by} size={size} easeBack={easeBack} onBy={setBy} onSize={setSize} onEaseBack={setEaseBack} />
			<div className={css.build}>
				<RiskFields id="build" start={ask} onChange={(name, value) => setAsk({ ...ask, [name]: value })} />
			</div>
			<p className="hint m-0">
				The rule finder sets each rung’s rule and limit: stricter towards the top, and a limit that 95 in 100 ready
				students pass within.
			</p>
			<Refusals refusals={refused} />
			<div className={rows.actions}>
				{progress === null ? (
					<Button disabled={!draft.ok} onClick={() => void take()}>
						make the draft
					</Button>
				) : (
					<>
						<progress max={1} value={progress} aria-label="Finding rules" />
						<Button variant="outline-primary" onClick={() => void engine().stop()}>
							stop
						</Button>
					</>
				)}
			</div>
		</BenchPage>
	);
}

const WhatComes = ({
	draft,
	difficulties,
	read,
}: {
	draft: ReturnType<typeof buildLadder>;
	difficulties: readonly Difficulty[];
	read: (words: string) => string;
}) => (
	<section aria-label="Preview">
		<h2>Preview</h2>
		{draft.ok ? (
			<>
				<p className="mute m-0">
					One bar is one step: the longer, the harder. Two kinds in a row: two things get harder at once.
				</p>
				<StepList
					rungs={draft.value.rungs}
					difficulties={difficulties}
					reasons={draft.value.reasons.map(({ sentence }) => sentence)}
					read={read}
				/>
			</>
		) : draft.refusals.every(({ path }) => path === "ends") ? (
			<p className="mute m-0">Choose what gets harder. Each rung adds a notch. The result appears here.</p>
		) : (
			<Refusals refusals={draft.refusals} />
		)}
	</section>
);

/** Which difficulties are raised, in what order, from which notch to which. */
const DifficultyEnds = ({
	difficulties,
	ends,
	order,
	onOrder,
	onChange,
}: {
	difficulties: readonly Difficulty[];
	ends: Readonly<Record<string, Ends>>;
	order: readonly string[];
	onOrder: (order: string[]) => void;
	onChange: (id: string, to: Partial<Ends> | null) => void;
}) => (
	<fieldset className="mt-2">
		<legend className="form-label m-0">What gets harder, in this order</legend>
		<ol className={css.difficulties}>
			{difficulties.map(({ id, name, notches }, i) => {
				const at = ends[id];
				return (
					<li key={id}>
						<Form.Check
							id={`use-${id}`}
							type="checkbox"
							label={name}
							checked={at !== undefined}
							onChange={(event) => onChange(id, event.target.checked ? { start: 0, goal: notches.length - 1 } : null)}
						/>
						{at ? (
							(["start", "goal"] as const).map((end) => (
								<Form.Select
									key={end}
									size="sm"
									aria-label={`${name}, ${end}`}
									value={at[end]}
									onChange={(event) => onChange(id, { [end]: Number(event.target.value) })}
								>
									{notches.map((notch, n) => (
										<option key={notch.name} value={n}>
											{notch.name}
										</option>
									))}
								</Form.Select>
							))
						) : (
							<span className={`${css.range} mute`}>
								{notches[0]?.name} to {notches.at(-1)?.name}
							</span>
						)}
						<Button variant="link" size="sm" disabled={i === 0} onClick={() => onOrder(moveItem(order, i, i - 1))}>
							earlier<span className="visually-hidden"> {name}</span>
						</Button>
					</li>
				);
			})}
		</ol>
	</fieldset>
);

/** How many rungs: as many as are said, or as many as keep the steps small. */
const SizeFields = ({
	by,
	size,
	easeBack,
	onBy,
	onSize,
	onEaseBack,
}: {
	by: By;
	size: { rungs: number; greatest: number };
	easeBack: boolean;
	onBy: (by: By) => void;
	onSize: (size: { rungs: number; greatest: number }) => void;
	onEaseBack: (easeBack: boolean) => void;
}) => (
	<div className={css.build}>
		<FormRow id="by" label="Number of rungs" className="">
			<Form.Select value={by} onChange={(event) => onBy(event.target.value as By)}>
				<option value="each notch">one per notch</option>
				<option value="rungs">my number</option>
				<option value="greatest">keep steps small</option>
			</Form.Select>
		</FormRow>
		{by !== "each notch" && (
			<FormRow id="size" label={by === "rungs" ? "Rungs" : "Biggest step (1 = one notch)"} className="">
				<Form.Control
					type="number"
					inputMode="decimal"
					step={by === "rungs" ? 1 : 0.5}
					value={size[by] || ""}
					onChange={(event) => onSize({ ...size, [by]: Number(event.target.value) })}
				/>
			</FormRow>
		)}
		<Form.Check
			id="ease-back"
			type="checkbox"
			className="mt-4"
			label="when one thing gets harder, make another easier"
			checked={easeBack}
			onChange={(event) => onEaseBack(event.target.checked)}
		/>
	</div>
);
