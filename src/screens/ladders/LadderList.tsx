import Link from "next/link";
import type { LadderLine } from "@/doors/readLadders";
import { Bench } from "@/ui/Bench";
import { Rail } from "@/ui/Rail";
import css from "@/ui/rows.module.scss";
import own from "./ladders.module.scss";

/** All rails side by side. */
export function LadderList({ ladders }: { ladders: LadderLine[] }) {
	const here = ladders.filter((ladder) => !ladder.archived);
	const away = ladders.filter((ladder) => ladder.archived);
	return (
		<Bench
			wide
			margin={
				<p className="mute">
					One ladder is one student’s way to one skill on one side. Filled: passed. Ringed: held on several days.
				</p>
			}
		>
			<div className={css.head}>
				<h1>Ladders</h1>
				<span className="d-flex gap-2">
					<Link className="btn btn-outline-primary" href="/rules/lucky">
						what luck can pass
					</Link>
					<Link className="btn btn-outline-primary" href="/rules">
						try a rule out
					</Link>
					<Link className="btn btn-primary" href="/ladders/new">
						make a ladder
					</Link>
				</span>
			</div>
			{here.length === 0 && <p className="mt-3">None yet. Three plain rungs are enough to count at once.</p>}
			<div className={own.rack}>
				{here.map((ladder) => (
					<Link key={ladder.id} href={`/ladders/${ladder.id}`} className={own.rail}>
						<Rail
							holes={ladder.rail.holes}
							pegIndex={ladder.rail.pegIndex}
							pitch={22}
							width={56}
							label={`${ladder.student}, ${ladder.skill}`}
						/>
						<b dir="auto">{ladder.student}</b>
						<span dir="auto">
							{ladder.skill}
							{ladder.side === "none" ? "" : `, ${ladder.side}`}
						</span>
						<span className="mute" dir="auto">
							{ladder.rail.holes[ladder.rail.pegIndex]?.name}
						</span>
					</Link>
				))}
			</div>
			{away.length > 0 && (
				<>
					<h2 className="mt-4">Put away</h2>
					<ul className={css.plain}>
						{away.map((ladder) => (
							<li key={ladder.id}>
								<Link href={`/ladders/${ladder.id}`}>
									{ladder.student} · {ladder.skill}
								</Link>
							</li>
						))}
					</ul>
				</>
			)}
		</Bench>
	);
}
