"use client";

import { plural } from "@/core/text/lists";
import { AHEAD, HowLong } from "@/screens/outlook/HowLong";
import { type Past, usePast } from "@/screens/outlook/useForecasts";
import type { LadderProgress, ProgressProps } from "@/server/readProgress";
import { BenchPage } from "@/ui/BenchPage";
import Link from "@/ui/Link";
import { Agreements } from "./Agreements";
import { Beside } from "./Beside";
import { Cues } from "./Cues";
import { Finishes } from "./Finishes";
import { GoesTogether } from "./GoesTogether";
import css from "./progress.module.css";
import { RailByDate } from "./RailByDate";
import { ThenNow } from "./ThenNow";

/** Then and now; what goes with what, which cue takes, how long: each with what it rests on, and nothing where there is too little. */
export function ProgressPage({ student, day, lessons, ladders, cues, cuesOfAll, agreements, stills }: ProgressProps) {
	const past = usePast(ladders[0] ? [ladders[0].outlook.passes, ...ladders[0].outlook.others] : [], AHEAD[0] ?? 1);
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
				: then and now
			</h1>
			{lessons === 0 && <p>No lessons yet. After two lessons on a rung you see the first beside the latest.</p>}
			{ladders.map((ladder) => (
				<OneLadder
					key={ladder.id}
					ladder={ladder}
					student={student}
					stills={stills.filter(({ still }) => still.ladder === ladder.id)}
					past={past}
					day={day}
				/>
			))}
			{lessons > 0 && (
				<p className="hint mt-4">
					From {plural(lessons, "lesson")} (try by try: the latest 40). “Likely” is right 8 times in 10.
				</p>
			)}
		</BenchPage>
	);
}

function OneLadder({
	ladder,
	student,
	stills,
	past,
	day,
}: Pick<ProgressProps, "student" | "stills"> & {
	ladder: LadderProgress;
	past: Past | null;
	day: string;
}) {
	const { called, outlook, open } = ladder;
	const howLong = <HowLong called={called} outlook={outlook} open={open} past={past} day={day} />;
	return (
		<section className={css.ladder} aria-label={ladder.called}>
			<h2>
				<Link href={`/ladders/${ladder.id}`}>{ladder.called}</Link>
			</h2>
			{ladder.way.length === 0 ? (
				<>
					<p className="mute">No lessons on it yet.</p>
					{howLong}
				</>
			) : (
				<>
					<RailByDate ladder={ladder} />
					<ThenNow rungs={ladder.rungs} day={day} label={ladder.called} />
					<Beside ladder={ladder} />
					<Finishes stills={stills} day={day} ladder={ladder.id} />
					{howLong}
					<GoesTogether ladder={ladder} student={student} />
				</>
			)}
		</section>
	);
}
