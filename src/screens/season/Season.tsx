"use client";

import { useEffect, useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { ofHundred } from "@/core/analysis/readings";
import type { LadderCost } from "@/core/plan/cost";
import { lessonsWords } from "@/core/plan/lessonsWords";
import { openRungs } from "@/core/plan/openRungs";
import { ownPace } from "@/core/plan/ownPace";
import { lessonsUntil, type Season as Reach, seasonTo } from "@/core/plan/season";
import { evened, shareOut } from "@/core/plan/shareOut";
import { dayAfter } from "@/core/text/fields";
import { plural } from "@/core/text/lists";
import type { SeasonLadder, SeasonPageProps } from "@/server/readSeason";
import { BenchPage } from "@/ui/BenchPage";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { engine } from "@/workers/client";
import { PracticePlan } from "./PracticePlan";
import { ratesOn } from "./rates";
import css from "./season.module.css";

const MINUTES = 45;
/** Warm-up, talk and wrap-up take their share of a lesson before any ladder does. */
const AROUND = 12;
const STEP = 5;
/** Ladders a lesson works on. */
const MOST = 2;
const HALF_A_YEAR = 180;

const nameOf = ({ skill, side }: SeasonLadder): string => (side === "none" ? skill : `${skill}, ${side}`);

/** What each ladder costs from its peg up, worked out once for what it stands on. */
function useCosts({ ladders, coach, day }: SeasonPageProps): ReadonlyMap<string, LadderCost> {
	const [costs, setCosts] = useState<ReadonlyMap<string, LadderCost>>(new Map());
	useEffect(() => {
		let current = true;
		void (async () => {
			for (const ladder of ladders) {
				const rates = ratesOn(ladder, coach, day);
				const cost = await engine().ladderCost(openRungs(ladder, ladder.pegIndex, rates));
				if (!current) return;
				setCosts((so) => new Map([...so, [ladder.id, cost]]));
			}
		})();
		return () => {
			current = false;
		};
	}, [ladders, coach, day]);
	return costs;
}

/** To a day: what every ladder asks for, how likely it is to be there, which lessons hold which, and what to practise. */
export function Season(props: SeasonPageProps) {
	const { student, day, ladders, lessons } = props;
	const costs = useCosts(props);
	const [to, setTo] = useState(dayAfter(day, HALF_A_YEAR));
	const [perWeek, setPerWeek] = useState("1");
	const [weights, setWeights] = useState<Record<string, string>>({});
	const weekly = Number(perWeek);
	const wrong =
		to <= day
			? "That day is not to come; choose one after today."
			: !(weekly > 0 && weekly <= 14)
				? `Lessons a week is ${perWeek || "empty"}; a number over 0, at most 14, is needed.`
				: null;
	const held = useMemo(() => {
		if (wrong) return [];
		const known = lessons.filter((one) => one.day < to);
		if (known.length > 0) return known;
		return Array.from({ length: lessonsUntil(day, to, weekly) }, (_, i) => ({
			day: dayAfter(day, Math.round(((i + 1) * 7) / weekly)),
			minutes: MINUTES,
		}));
	}, [lessons, to, day, weekly, wrong]);
	const given = useMemo(() => {
		const shares = ladders.map(({ id }) => ({ id, weight: Math.max(0, Number(weights[id] ?? 1)) }));
		const pairs = ladders.flatMap(({ id, twin, pegIndex }) => {
			const other = ladders.find((one) => one.id === twin);
			return other && other.pegIndex > pegIndex ? [{ behind: id, rungs: other.pegIndex - pegIndex }] : [];
		});
		return shareOut(
			evened(shares, pairs),
			held.map(({ minutes }) => Math.max(STEP, minutes - AROUND)),
			MOST,
			STEP,
		);
	}, [ladders, weights, held]);
	return (
		<BenchPage
			wide
			margin={
				<>
					<p className="mute">
						A band, not a date: a rung’s rate is taken to stay what it is while it is worked on, and a lesson works a
						rung up to its limit. Rates are those to be expected from the rungs tried; where a ladder has no notches,
						this student’s own on rungs tried, from the lower end of your working band up, and the whole band on those
						that were not. <Link href="/rules/assumes">What this assumes</Link>
					</p>
					<Button variant="outline-primary" onClick={() => window.print()}>
						print, or PDF
					</Button>
				</>
			}
		>
			<h1>
				The season · <span dir="auto">{student.name}</span>
			</h1>
			<div className={css.head}>
				<FormRow id="season-to" label="By the day of" className="">
					<DayField value={to} onChange={(next) => next && setTo(next)} />
				</FormRow>
				{lessons.length === 0 && (
					<FormRow id="season-week" label="Lessons a week" className="">
						<Form.Control
							type="number"
							inputMode="decimal"
							step={0.25}
							value={perWeek}
							onChange={(event) => setPerWeek(event.target.value)}
						/>
					</FormRow>
				)}
				<p className={css.until}>
					{wrong ? (
						<span className="asks">{wrong}</span>
					) : (
						<>
							<b>{held.length}</b> {held.length === 1 ? "lesson" : "lessons"} until then
							{lessons.length > 0 && " in the calendar"}
						</>
					)}
				</p>
			</div>
			{ladders.length === 0 ? (
				<p>
					No ladder yet. <Link href={`/ladders/new?student=${student.id}`}>Make one</Link>; then a season can be laid
					out.
				</p>
			) : (
				!wrong && (
					<>
						<Beside
							ladders={ladders}
							costs={costs}
							holds={(id) => given.filter((slot) => slot.some((one) => one.id === id)).length}
							weights={weights}
							onWeight={(id, weight) => setWeights({ ...weights, [id]: weight })}
						/>
						<Lessons ladders={ladders} held={held} given={given} day={day} />
						<PracticePlan student={student} ladders={ladders.map((one) => ({ ...one, name: nameOf(one) }))} day={day} />
					</>
				)
			)}
		</BenchPage>
	);
}

/** Ladders side by side: how likely each is to be through by the day, and what that asks for. */
function Beside({
	ladders,
	costs,
	holds,
	weights,
	onWeight,
}: {
	ladders: readonly SeasonLadder[];
	costs: ReadonlyMap<string, LadderCost>;
	/** Lessons that hold a ladder. */
	holds: (id: string) => number;
	weights: Readonly<Record<string, string>>;
	onWeight: (id: string, weight: string) => void;
}) {
	const columns = ladders.map((ladder) => {
		const cost = costs.get(ladder.id) ?? null;
		const toGo = ladder.rungs.length - ladder.pegIndex;
		const lessons = holds(ladder.id);
		return { ladder, cost, toGo, lessons, reach: cost && seasonTo(cost, toGo, lessons), pace: ownPace(ladder.holes) };
	});
	type Column = (typeof columns)[number];
	const rows: [string, (column: Column) => React.ReactNode][] = [
		["rungs to go", ({ toGo }) => toGo],
		["lessons for it", ({ lessons }) => lessons],
		["that asks for", ({ reach }) => (reach ? asksFor(reach) : "…")],
		["lessons needed if it goes well", ({ cost }) => (cost ? lessonsWords(cost, "high") : "…")],
		["as is to be expected", ({ cost }) => (cost ? lessonsWords(cost, "middle") : "…")],
		["if it does not", ({ cost }) => (cost ? lessonsWords(cost, "low") : "…")],
		["there by the day, if it goes well", ({ reach }) => (reach ? `${ofHundred(reach.chance.high)} in 100` : "…")],
		["if it does not", ({ reach }) => (reach ? `${ofHundred(reach.chance.low)} in 100` : "…")],
		[
			"their own pace so far",
			({ pace }) => (pace ? `${plural(pace.rungs, "rung")} in ${plural(pace.lessons, "lesson")}` : "too few lessons"),
		],
	];
	return (
		<div className={css.scroll}>
			<table className={css.beside} data-testid="season">
				<thead>
					<tr>
						<td />
						{columns.map(({ ladder }) => (
							<th key={ladder.id} scope="col">
								<Link href={`/ladders/${ladder.id}`} dir="auto">
									{nameOf(ladder)}
								</Link>
							</th>
						))}
					</tr>
				</thead>
				<tbody>
					<tr className={css.chance}>
						<th scope="row">there by the day, in 100</th>
						{columns.map(({ ladder, reach }) => (
							<td key={ladder.id}>
								<b>{reach ? ofHundred(reach.chance.middle) : "…"}</b>
							</td>
						))}
					</tr>
					{rows.map(([words, cell], i) => (
						// biome-ignore lint/suspicious/noArrayIndexKey: the rows are these, in this order
						<tr key={i}>
							<th scope="row">{words}</th>
							{columns.map((column) => (
								<td key={column.ladder.id}>{cell(column)}</td>
							))}
						</tr>
					))}
					<tr>
						<th scope="row">share of lesson time</th>
						{columns.map(({ ladder }) => (
							<td key={ladder.id}>
								<Form.Control
									type="number"
									inputMode="decimal"
									min={0}
									max={9}
									aria-label={`weight of ${nameOf(ladder)}`}
									value={weights[ladder.id] ?? "1"}
									onChange={(event) => onWeight(ladder.id, event.target.value)}
								/>
							</td>
						))}
					</tr>
				</tbody>
			</table>
		</div>
	);
}

const asksFor = ({ lessons, pace }: Reach): string =>
	lessons === 0
		? "no lesson for it"
		: pace <= 1
			? `a rung in ${(1 / pace).toFixed(1)} lessons`
			: `${pace.toFixed(1)} rungs a lesson`;

/** Which lessons hold which ladder, and for how many minutes. */
function Lessons({
	ladders,
	held,
	given,
	day,
}: {
	ladders: readonly SeasonLadder[];
	held: readonly { day: string; minutes: number }[];
	given: ReturnType<typeof shareOut>;
	day: string;
}) {
	const FEW = 8;
	const rows = held.map((lesson, i) => ({ ...lesson, parts: given[i] ?? [] }));
	const line = ({ day: on, parts }: (typeof rows)[number]) => (
		<li key={on}>
			<span className="mute">{dayWords(on, day)}</span>
			<span dir="auto">
				{parts
					.map(({ id, minutes }) => {
						const ladder = ladders.find((one) => one.id === id);
						return `${ladder ? nameOf(ladder) : ""} ${minutes} min`;
					})
					.join(" · ") || "nothing has a weight"}
			</span>
		</li>
	);
	return (
		<section aria-label="Which lessons hold which ladder">
			<h2>Which lessons hold which ladder</h2>
			<p className="mute m-0">
				By these shares, with {AROUND} minutes of each lesson left for warm-up, talk and wrap-up. A side that is two
				rungs or more behind its mirror gets more.
			</p>
			<ul className={css.lessons}>{rows.slice(0, FEW).map(line)}</ul>
			{rows.length > FEW && (
				<details>
					<summary>the {plural(rows.length - FEW, "lesson")} after them</summary>
					<ul className={css.lessons}>{rows.slice(FEW).map(line)}</ul>
				</details>
			)}
		</section>
	);
}
