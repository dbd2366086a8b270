"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import { list, plural } from "@/core/text/lists";
import type { Weighed } from "@/server/readStudio";
import { takeWeight, weigh } from "@/server/studio";
import { Lines } from "@/ui/Lines";
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
		<section aria-label="Real size of each step">
			<h2>Real size of each step</h2>
			<p className="mute">
				Compares rungs worked on in the same lesson, first eight tries each. The true size is at least what you see.
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
				{busy ? "reading lessons" : "work out step sizes"}
			</Button>
			<div role="status" className={css.weights}>
				{told?.length === 0 && <p>No result: no lesson had two rungs that differ in one thing only.</p>}
				{unsure.length > 0 && (
					<p className="mute">
						Too little data for {list(unsure.map(({ name }) => name))}: five students and twelve lessons are the
						minimum.
					</p>
				)}
				{sure.map((one) => (
					<div key={one.difficulty} className={css.weight} dir="auto">
						<Lines
							of={[
								[<b key="name">{one.name}</b>, `${plural(one.students, "student")}, ${plural(one.lessons, "lesson")}`],
								["size you set = 1", <b key="times">{one.times.toFixed(2)}</b>],
								["likely", `${one.low.toFixed(2)} to ${one.high.toFixed(2)}`],
							]}
						/>
						{one.says === "as it is" ? (
							<span className="mute">No change needed.</span>
						) : taken.includes(one.difficulty) ? (
							"Saved for new ladders."
						) : (
							<>
								<b className="asks">The real step is {one.says}, by at least that much.</b>{" "}
								<Button
									size="sm"
									variant="outline-primary"
									onClick={async () => {
										const outcome = await ask(takeWeight(one.difficulty, one.times));
										if (outcome.ok) setTaken([...taken, one.difficulty]);
									}}
								>
									use {one.times.toFixed(2)} times
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
				Existing ladders do not change. <Link href="/ladders/difficulties">Difficulty scales</Link>
			</p>
		</section>
	);
}

/** Ladders that a new weight would cut otherwise, were they built anew. */
const WouldChange = ({ of: { changes } }: { of: Weighed }) =>
	changes.length > 0 && (
		<details>
			<summary>{plural(changes.length, "ladder")} would come out differently if you built them again</summary>
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
