import { changeWords, type Dip, type RungLesson } from "@/core/insight/thenNow";
import { readMark } from "@/core/ladder/marks";
import { inTen, likelyRange } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import type { RungProgress } from "@/server/readProgress";
import { dayWords } from "@/ui/dates";
import figures from "@/ui/figures.module.css";
import Link from "@/ui/Link";
import css from "./progress.module.css";

/** First beside latest, rung by rung, the highest first: what changed for sure is said, the rest is called not sure. */
export function ThenNow({ rungs, day, label }: { rungs: readonly RungProgress[]; day: string; label: string }) {
	if (rungs.length === 0) return <p className="mute">No rung has two lessons of five tries or more yet.</p>;
	const better = rungs.filter(({ change }) => change === "better").length;
	const dips = rungs.filter(({ dip }) => dip !== null);
	return (
		<>
			<p className="m-0">
				Of {plural(rungs.length, "rung")} with two lessons or more,{" "}
				<b>{better === 0 ? "none" : better === 1 ? "one" : better}</b> got clearly better. The latest three lessons are
				compared with the first three, allowing for good and bad days.
			</p>
			<div>
				<table className={`${figures.table} ${css.thenNow}`} aria-label={`Then and now: ${label}`}>
					<thead>
						<tr>
							<th scope="col">rung</th>
							<th scope="col">first</th>
							<th scope="col">latest</th>
							<th scope="col">good in 10, then and now</th>
							<th scope="col">change</th>
						</tr>
					</thead>
					<tbody>
						{[...rungs].reverse().map((rung) => (
							<tr key={rung.rung}>
								<th scope="row" dir="auto">
									{rung.place + 1}. {rung.name}
									<span className="mute">
										<br />
										best {rung.best.good} of {rung.best.tries}
										{rung.best.result && `, ${rung.best.result}`}
										{rung.apart?.eased && (
											<>
												<br />
												easier form: {rung.apart.eased.good} of {rung.apart.eased.tries}, last{" "}
												{dayWords(rung.apart.eased.last, day)}
											</>
										)}
									</span>
								</th>
								<td>
									<Score of={rung.first} day={day} />
								</td>
								<td>
									<Score of={rung.latest} day={day} />
								</td>
								<td>
									<Bands rung={rung} />
								</td>
								<td>{rung.change === "better" ? <b>{changeWords[rung.change]}</b> : changeWords[rung.change]}</td>
							</tr>
						))}
					</tbody>
				</table>
			</div>
			{dips.map(
				({ rung, name, dip }) =>
					dip && (
						<p key={rung} className="m-0" dir="auto">
							{name} dipped to {dip.good} of {dip.tries} {spanWords(dip, day)} and came back: a dip before a rise.
						</p>
					),
			)}
		</>
	);
}

const spanWords = ({ from, to, lessons }: Dip, day: string) =>
	lessons === 1
		? `on ${dayWords(from, day)}`
		: `in the ${lessons} lessons from ${dayWords(from, day)} to ${dayWords(to, day)}`;

const Score = ({ of, day }: { of: RungLesson; day: string }) => (
	<>
		<Link href={`/lessons/${of.lesson}`}>
			{of.good} of {of.tries}
		</Link>{" "}
		<span className="mute">{dayWords(of.day, day)}</span>
		{of.result && (
			<span className="d-block" dir="auto">
				{of.result}
			</span>
		)}
		<Strip marks={of.marks} />
	</>
);

const SHOWN = 12;
const STEP = 11;

/** The tries of a lesson as small marks, the first ones: good filled, off open. */
function Strip({ marks }: { marks: string }) {
	const shown = [...marks.slice(0, SHOWN)].map((mark) => readMark(mark).good);
	const path = (good: boolean) =>
		shown.map((one, i) => (one === good ? `M${i * STEP + 1} 5a4 4 0 1 0 8 0a4 4 0 1 0-8 0` : "")).join("");
	return (
		<svg className={css.strip} width={SHOWN * STEP} height={10} aria-hidden="true">
			<path className={css.filled} d={path(true)} />
			<path className={css.open} d={path(false)} />
		</svg>
	);
}

const WIDTH = 150;

/** Both rates on one line from none to all: a band each, a disc where the rate is; the first one open, the latest filled. */
function Bands({ rung: { first, latest } }: { rung: RungProgress }) {
	const x = (rate: number) => 4 + rate * (WIDTH - 8);
	return (
		<svg
			className={css.bands}
			width={WIDTH}
			height={30}
			role="img"
			aria-label={`first ${inTen(first.rate)} in 10, ${likelyRange(first)}, latest ${inTen(latest.rate)} in 10, ${likelyRange(latest)}`}
		>
			<path className={css.scale} d={`M4 15h${WIDTH - 8}`} />
			<path className={css.band} d={`M${x(first.low)} 8H${x(first.high)}`} />
			<circle className={css.open} cx={x(first.rate)} cy={8} r={5} />
			<path className={css.band} d={`M${x(latest.low)} 22H${x(latest.high)}`} />
			<circle className={css.filled} cx={x(latest.rate)} cy={22} r={5} />
		</svg>
	);
}
