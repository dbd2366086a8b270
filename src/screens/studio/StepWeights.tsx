"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import { list, plural } from "@/core/text/lists";
import type { Weighed } from "@/server/readStudio";
import { takeWeight, weigh } from "@/server/studio";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./studio.module.css";

/** What a step of each difficulty really weighed: worked out when it is asked for. */
export function StepWeights() {
	const { refused, ask } = useRefusals();
	const [busy, setBusy] = useState(false);
	const [told, setTold] = useState<readonly Weighed[] | null>(null);
	const [taken, setTaken] = useState<readonly string[]>([]);
	const sure = (told ?? []).filter((one) => one.sure);
	const unsure = (told ?? []).filter((one) => !one.sure);
	return (
		<section aria-label="What a step really weighs">
			<h2>What a step really weighs</h2>
			<p className="mute">
				From rungs that were worked in one lesson, the first eight tries of each. Sizes come out too small: they are at
				least.
			</p>
			<Button
				variant="outline-primary"
				disabled={busy}
				onClick={async () => {
					setBusy(true);
					const outcome = await ask(weigh());
					setBusy(false);
					if (outcome.ok) setTold(outcome.value);
				}}
			>
				{busy ? "reading lessons" : "weigh them"}
			</Button>
			<div role="status" className={css.weights}>
				{told?.length === 0 && <p>No result: no lesson had two rungs that differ in one thing only.</p>}
				{unsure.length > 0 && (
					<p className="mute">
						Fewer than five students or twelve lessons, so nothing is said of {list(unsure.map(({ name }) => name))}.
					</p>
				)}
				{sure.map((one) => (
					<div key={one.difficulty} className={css.weight} dir="auto">
						<b>{one.name}</b>: {one.times.toFixed(2)} times its weight ({one.low.toFixed(2)} to {one.high.toFixed(2)}),{" "}
						{plural(one.students, "student")}, {plural(one.lessons, "lesson")}.{" "}
						{one.says === "as it is" ? (
							<span className="mute">Nothing says that it weighs otherwise.</span>
						) : taken.includes(one.difficulty) ? (
							"Taken, for ladders built from now on."
						) : (
							<>
								<b className="asks">At least that much {one.says}.</b>{" "}
								<Button
									size="sm"
									variant="outline-primary"
									onClick={async () => {
										const outcome = await ask(takeWeight(one.difficulty, one.times));
										if (outcome.ok) setTaken([...taken, one.difficulty]);
									}}
								>
									take {one.times.toFixed(2)} times
									<span className="visually-hidden">: {one.name}</span>
								</Button>
								<WouldChange of={one} />
							</>
						)}
					</div>
				))}
			</div>
			<Refusals refusals={refused} />
			<p className="hint">
				Ladders that stand keep the weights they were built on.{" "}
				<Link href="/ladders/difficulties">The difficulties</Link>
			</p>
		</section>
	);
}

/** Ladders that a new weight would cut otherwise, were they built anew. */
const WouldChange = ({ of: { changes } }: { of: Weighed }) =>
	changes.length > 0 && (
		<details>
			<summary>{plural(changes.length, "ladder")} would be cut otherwise, built anew</summary>
			<ul className={css.changes}>
				{changes.map(({ id, who, skill }) => (
					<li key={id} dir="auto">
						<Link href={`/ladders/${id}`}>
							{who}, {skill}
						</Link>
					</li>
				))}
			</ul>
		</details>
	);
