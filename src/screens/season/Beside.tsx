import Form from "react-bootstrap/Form";
import { openRungs } from "@/core/plan/openRungs";
import { dayAt, endsWords, likelyWords, rangeWords } from "@/core/plan/outlookWords";
import { ratesOn } from "@/core/plan/rates";
import { paceWords } from "@/core/plan/season";
import { sum } from "@/core/statistics/sums";
import { ofHundred } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import { useCosts, useForecasts } from "@/screens/outlook/useForecasts";
import type { SeasonLadder, SeasonPageProps } from "@/server/readSeason";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import css from "./season.module.css";

interface Asked extends Pick<SeasonPageProps, "ladders" | "coach" | "day"> {
	nameOf: (ladder: SeasonLadder) => string;
	/** Days of the lessons until the day that work on a ladder. */
	holds: (id: string) => readonly string[];
	weights: Readonly<Record<string, string>>;
	onWeight: (id: string, weight: string) => void;
}

/** What stands in a ladder's column; null while it is worked out. */
function useColumns({ ladders, coach, day, holds }: Pick<Asked, "ladders" | "coach" | "day" | "holds">) {
	const told = useForecasts(ladders.map(({ id, outlook }) => ({ ...outlook, lessons: [holds(id).length] })));
	const without = ladders.filter((_, i) => told && !told[i]?.ok);
	const costs = useCosts(
		without.map((ladder) => openRungs(ladder, ladder.pegIndex, ratesOn(ladder, coach, day)).slice(0, -1)),
	);
	return (
		told &&
		ladders.map((ladder, i) => {
			const { above, passes } = ladder.outlook;
			const forecast = told?.[i];
			const value = forecast?.ok ? forecast.value : null;
			const ahead = value?.ahead[0];
			const days = holds(ladder.id);
			return {
				ladder,
				above,
				passes,
				lessons: days.length,
				top: value?.top ?? null,
				chance: above === 0 ? 1 : days.length === 0 ? 0 : ahead?.ok ? (ahead.value.atLeast[above] ?? 0) : null,
				rungs: ahead?.ok ? ahead.value : null,
				/** The last day that can be told of. */
				beyond: value && dayWords(dayAt(value.top.horizon, days, day, 1), day),
				cost: costs?.[without.indexOf(ladder)] ?? null,
				isRefused: forecast !== undefined && !forecast.ok,
			};
		})
	);
}

type Column = NonNullable<ReturnType<typeof useColumns>>[number];

const rows: [string, (column: Column) => React.ReactNode][] = [
	["rungs to the top", ({ above }) => above],
	["lessons for it", ({ lessons }) => lessons],
	["pace needed", ({ above, lessons }) => paceWords(above, lessons)],
	[
		"likely rungs by then",
		({ rungs, above, isRefused }) =>
			isRefused
				? "no forecast yet"
				: rungs
					? `${Math.min(rungs.low, above)} to ${Math.min(rungs.high, above)}`
					: "no forecast",
	],
	[
		"lessons to the top",
		({ above, top, cost }) => (above === 0 ? "0" : top ? likelyWords(top) : cost && endsWords(cost)),
	],
	[
		"likely",
		({ above, top, isRefused }) =>
			above === 0 ? "there" : top ? (rangeWords(top) ?? "no forecast") : isRefused && "fixed scores",
	],
	[
		"passed so far",
		({ passes }) =>
			passes.length > 0 ? `${plural(sum(passes), "rung")} in ${plural(passes.length, "lesson")}` : "no lesson yet",
	],
];
/** Ladders side by side, by one forecast: the chance to be at the top by the day, and what that asks for. */
export function Beside({ nameOf, weights, onWeight, ...asked }: Asked) {
	const { ladders } = asked;
	const columns = useColumns(asked);
	return (
		<div className={css.scroll}>
			<table className={css.beside} data-testid="season">
				<thead>
					<tr>
						<td />
						{ladders.map((ladder) => (
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
						<th scope="row">chance of the top by then, in 100</th>
						{columns?.map(({ ladder, chance, beyond, isRefused }) => (
							<td key={ladder.id}>
								{chance !== null ? (
									<b>{ofHundred(chance)}</b>
								) : (
									<span className="mute">{isRefused ? "no forecast yet" : `no forecast after ${beyond}`}</span>
								)}
							</td>
						))}
					</tr>
					{rows.map(([words, cell]) => (
						<tr key={words}>
							<th scope="row">{words}</th>
							{columns?.map((column) => (
								<td key={column.ladder.id}>{cell(column)}</td>
							))}
						</tr>
					))}
					<tr>
						<th scope="row">share of lesson time</th>
						{ladders.map((ladder) => (
							<td key={ladder.id}>
								<Form.Control
									type="number"
									inputMode="decimal"
									min={0}
									max={9}
									aria-label={`share of ${nameOf(ladder)}`}
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
