"use client";

import type { TodayProps } from "@/server/readToday";
import { fromToday } from "@/ui/dates";
import Link from "@/ui/Link";
import { Slipped } from "@/ui/Slipped";
import { useStaying } from "@/ui/useStaying";
import css from "./today.module.css";

type DueRung = TodayProps["due"][number];

const idOf = ({ ladder, rung }: DueRung) => `${ladder} ${rung}`;

/** Passed rungs that nobody has looked at for long enough, and those that slipped. */
export function Due({ studio, due, day }: Pick<TodayProps, "due" | "day"> & { studio: string }) {
	const { lines, stay } = useStaying(due, idOf);
	return (
		lines.length > 0 && (
			<section aria-label="Checks due" className={css.due}>
				<h2>Checks due</h2>
				<ul>
					{lines.map((one) => (
						<li key={idOf(one)}>
							<Link href={`/ladders/${one.ladder}`} dir="auto">
								{one.who}: {one.rung}
							</Link>
							{one.slip ? (
								<>
									<b> slipped</b>
									<Slipped
										studio={studio}
										slip={one.slip}
										about={`${one.who}: ${one.rung}`}
										onPress={() => stay(one)}
									/>
								</>
							) : (
								<span className="mute"> due {fromToday(one.due, day)}</span>
							)}
						</li>
					))}
				</ul>
			</section>
		)
	);
}
