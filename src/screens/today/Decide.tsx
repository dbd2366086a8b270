"use client";

import { useState } from "react";
import type { TodayProps } from "@/server/readToday";
import { dayWords, fromToday } from "@/ui/dates";
import Link from "@/ui/Link";
import { useStaying } from "@/ui/useStaying";
import { DecidePass } from "./DecidePass";
import css from "./today.module.css";

const idOf = ({ href, text }: TodayProps["decide"][number]) => href + text;

/** What waits for the coach's word. What was answered here stays, with what came of it, until the page is left. */
export function Decide({ studio, decide, day }: Pick<TodayProps, "decide" | "day"> & { studio: string }) {
	const { lines, stay } = useStaying(decide, idOf);
	const [answered, setAnswered] = useState<readonly string[]>([]);
	return (
		lines.length > 0 && (
			<section className={css.decide} aria-label="To decide">
				<h2>To decide</h2>
				<ul>
					{lines.map((one) => {
						const id = idOf(one);
						const isAnswered = answered.includes(id);
						const about = [one.since && fromToday(one.since, day), !isAnswered && one.why];
						return (
							<li key={id} className={isAnswered ? css.decided : undefined}>
								<Link href={one.href} dir="auto">
									{one.text}
									{one.day && ` ${dayWords(one.day, day)}`}
								</Link>{" "}
								<span className="mute">{about.filter(Boolean).join(", ")}</span>
								{one.pass && (
									<DecidePass
										studio={studio}
										pass={one.pass}
										about={one.text}
										onAnswer={(isNow) => {
											stay(one);
											setAnswered((before) => [...before.filter((other) => other !== id), ...(isNow ? [id] : [])]);
										}}
									/>
								)}
							</li>
						);
					})}
				</ul>
			</section>
		)
	);
}
