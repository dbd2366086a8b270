"use client";

import { plural } from "@/core/text/lists";
import type { LadderProgress, ProgressProps } from "@/server/readProgress";
import { BenchPage } from "@/ui/BenchPage";
import Link from "@/ui/Link";
import { Agreements } from "./Agreements";
import { Beside } from "./Beside";
import { Cues } from "./Cues";
import { Finishes } from "./Finishes";
import { GoesTogether } from "./GoesTogether";
import { AHEAD, HowLong } from "./HowLong";
import css from "./progress.module.css";
import { RailByDate } from "./RailByDate";
import { ThenNow } from "./ThenNow";
import { usePast } from "./useForecasts";

/** Then and now; what goes with what, which cue takes, how long: each with what it rests on, and nothing where there is too little. */
export function ProgressPage({
	student,
	day,
	lessons,
	ladders,
	cues,
	cuesOfAll,
	others,
	booked,
	agreements,
	stills,
}: ProgressProps) {
	const past = usePast([...ladders.map(({ passes }) => passes), ...others], AHEAD[0] ?? 1);
	return (
		<BenchPage
			margin={
				<>
					<Cues cues={cues} all={cuesOfAll} />
					<Agreements agreements={agreements} />
				</>
			}
		>
			<h1 dir="auto">
				<Link href={`/students/${student.id}`} className={css.plain}>
					{student.name}
				</Link>
				, then and now
			</h1>
			{lessons === 0 && <p>No lessons yet. After two lessons on a rung you see the first beside the latest.</p>}
			{ladders.map((ladder) => (
				<OneLadder
					key={ladder.id}
					ladder={ladder}
					student={student}
					stills={stills.filter(({ still }) => still.ladder === ladder.id)}
					asked={{
						others: [...ladders.flatMap(({ id, passes }) => (id === ladder.id ? [] : [passes])), ...others],
						past,
						booked,
						day,
					}}
				/>
			))}
			{lessons > 0 && (
				<p className="hint mt-4">
					From {plural(lessons, "lesson")}; try by try from the latest forty at most. A band is where the rate lies
					eight times in ten.
				</p>
			)}
		</BenchPage>
	);
}

function OneLadder({
	ladder,
	student,
	stills,
	asked,
}: Pick<ProgressProps, "student" | "stills"> & {
	ladder: LadderProgress;
	asked: Omit<Parameters<typeof HowLong>[0], "ladder">;
}) {
	return (
		<section className={css.ladder} aria-label={ladder.called}>
			<h2>
				<Link href={`/ladders/${ladder.id}`}>{ladder.called}</Link>
			</h2>
			{ladder.way.length === 0 ? (
				<p className="mute">No lesson on it yet.</p>
			) : (
				<>
					<RailByDate ladder={ladder} />
					<ThenNow rungs={ladder.rungs} day={asked.day} label={ladder.called} />
					<Beside ladder={ladder} />
					<Finishes stills={stills} day={asked.day} ladder={ladder.id} />
					<HowLong ladder={ladder} {...asked} />
					<GoesTogether ladder={ladder} student={student} />
				</>
			)}
		</section>
	);
}
