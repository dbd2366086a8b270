"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { stillFigure } from "@/core/position/still";
import type { ProgressProps } from "@/server/readProgress";
import { putStillAway } from "@/server/stills";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { StillView } from "@/ui/StillView";
import { useRefusals } from "@/ui/useRefusals";
import css from "./progress.module.css";

/** Held finishes of a ladder's positions: the first beside the latest. */
export function Finishes({ stills, day, ladder }: { stills: ProgressProps["stills"]; day: string; ladder: string }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [away, setAway] = useState<string | null>(null);
	const put = async (id: string, gone: boolean) => {
		const outcome = await ask(putStillAway(id, gone));
		if (!outcome.ok) return;
		setAway(gone ? id : null);
		router.refresh();
	};
	const byPosition = new Map<string, ProgressProps["stills"]>();
	for (const one of stills) byPosition.set(one.still.name, [...(byPosition.get(one.still.name) ?? []), one]);
	return (
		<>
			{[...byPosition].map(([name, all]) => {
				const [first] = all;
				const latest = all.at(-1);
				const shown = first && latest && first !== latest ? [first, latest] : first ? [first] : [];
				return (
					<section key={name} aria-label={`Held finish: ${name}`}>
						<p className="mt-2 mb-1" dir="auto">
							{name}, held{shown.length > 1 ? ": the first beside the latest" : ""}
						</p>
						<div className={css.stills}>
							{shown.map(({ id, still }) => (
								<figure key={id}>
									<StillView still={still} words={`${name}, held on ${still.day}`} />
									<figcaption>
										<b>{stillFigure(still)}</b> {dayWords(still.day, day)}{" "}
										<Button variant="link" size="sm" onClick={() => void put(id, true)}>
											archive
											<span className="visually-hidden">
												: {name}, {still.day}
											</span>
										</Button>
									</figcaption>
								</figure>
							))}
						</div>
					</section>
				);
			})}
			{away && (
				<p className="m-0" role="status">
					Still archived.{" "}
					<Button variant="link" onClick={() => void put(away, false)}>
						undo
					</Button>
				</p>
			)}
			<Refusals refusals={refused} />
			<p className="hint m-0">
				<Link href={`/position?ladder=${ladder}`}>check a held finish on a picture</Link>
			</p>
		</>
	);
}
