"use client";

import { useState } from "react";
import { hasMust, splitOn, waysOn } from "@/core/analysis/ways";
import type { Prediction } from "@/core/build/predict";
import type { Coach } from "@/core/coach/coach";
import type { SlipAt } from "@/core/commands/slip";
import { gateWords } from "@/core/ladder/labels";
import type { Rung } from "@/core/ladder/ladder";
import type { Limit } from "@/core/ladder/limits";
import { pastTries } from "@/core/ladder/pastTries";
import type { Hole } from "@/core/ladder/rail";
import { carriedOver } from "@/core/ladder/recheck";
import type { Sketch } from "@/core/ladder/sketch";
import { bandWords } from "@/core/plan/expected";
import type { Rule } from "@/core/rules";
import { firstCue } from "@/core/skill/cue";
import { readSides } from "@/core/skill/sides";
import type { Skill } from "@/core/skill/skill";
import { inTen } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import { FindRule } from "@/screens/rules/FindRule";
import { RuleWorth } from "@/screens/rules/RuleWorth";
import { dayWords, today } from "@/ui/dates";
import { Lines } from "@/ui/Lines";
import { holeWords } from "@/ui/Rail";
import css from "@/ui/rows.module.css";
import { Slipped } from "@/ui/Slipped";
import { useStaying } from "@/ui/useStaying";
import { readRule } from "./readRule";
import { type Sees, SketchView } from "./SketchView";

/** A slip, and what came of a press on it, until another rung is opened. */
function SlippedHere({ slip, ...rest }: { slip: SlipAt | null; studio: string; about: string }) {
	const { lines, stay } = useStaying(slip ? [slip] : [], ({ rung }) => rung);
	return lines.map((at) => <Slipped key={at.rung} slip={at} onPress={() => stay(at)} {...rest} />);
}

/** What stands behind the rung that is open: its rule in words, what is watched, and every day it was worked on. */
export function LadderMargin({
	rung,
	hole,
	skill,
	who,
	prediction,
	limit,
	sees,
	coach,
	studio,
	slip,
	onTake,
}: {
	rung: Rung | null;
	hole: Hole | null;
	/** Why it is not to be done as it stands, with this student. */
	limit: Limit | null;
	sees: Sees;
	coach: Coach;
	skill: Skill;
	who: string;
	studio: string;
	slip: SlipAt | null;
	/** What is to be expected here, from the rungs tried; null where the ladder has no notches. */
	prediction: Prediction | null;
	onTake: (rung: string, rule: Rule) => void;
}) {
	const [other, setOther] = useState<{ name: string; rule: Rule } | null>(null);
	if (!rung) return <p className="mute">Open a rung to see its tries and its expected score.</p>;
	const { settings } = rung;
	const must = hasMust(settings, skill.positions);
	const ways = waysOn(settings, must);
	const watched = skill.positions.filter((position) => settings.watch.includes(position.id));
	return (
		<>
			<div className={css.note}>
				<h2 dir="auto">{readSides(settings.name, sees) || "New rung"}</h2>
				<p className="m-0">
					Passed by {readRule(settings)}, within {plural(settings.limit, "try")}. A try is good when{" "}
					{gateWords[settings.gate]}.
				</p>
			</div>
			{limit && <p className="asks m-0">{limit.reason}</p>}
			{(settings.drill || settings.sketch) && (
				<div className={css.note}>
					<h2>Set-up</h2>
					{settings.drill && (
						<p className="m-0" dir="auto">
							{readSides(settings.drill, sees)}
						</p>
					)}
					{settings.sketch && settings.sketch.items.length > 0 && (
						<SketchView sketch={settings.sketch as Sketch} sees={sees} />
					)}
				</div>
			)}
			{prediction && <Expected prediction={prediction} band={coach.band} />}
			<RuleWorth
				rule={settings.rule as Rule}
				limit={settings.limit}
				ready={settings.readyRate}
				past={{ who, tries: pastTries(hole, today(), coach) }}
				bandLow={coach.band.low}
				ways={ways}
				counted={hole?.ways}
				other={other}
			/>
			<FindRule
				key={`${rung.id} ${settings.readyRate}`}
				limit={settings.limit}
				ready={settings.readyRate}
				split={splitOn(settings, hole?.ways, must)}
				onLay={setOther}
				onTake={(rule) => {
					setOther(null);
					onTake(rung.id, rule);
				}}
			/>
			{watched.length > 0 && (
				<div className={css.note}>
					<h2>Watch</h2>
					{watched.map((position) => (
						<p key={position.id} className="m-0" dir="auto">
							<b>{position.short}</b> {position.tell && <span className="mute">{position.tell}</span>}
							{firstCue(position.cues) && ` “${firstCue(position.cues)?.text}”`}
						</p>
					))}
				</div>
			)}
			{hole && (
				<div className={css.note}>
					<h2>{holeWords[hole.state]}</h2>
					<SlippedHere key={rung.id} studio={studio} slip={slip} about={settings.name} />
					{hole.lessons === 0 ? (
						<p className="mute m-0">Never tried.</p>
					) : (
						<>
							<p className="m-0">
								<b>{hole.good}</b> good of <b>{hole.tries}</b> counted tries in {plural(hole.lessons, "lesson")}. Easier
								and harder forms not included.
								{hole.lessons > hole.recent.length && ` The latest ${hole.recent.length}:`}
							</p>
							{carriedOver(hole.checks ?? []).map((check) => (
								<p key={check.under} className="m-0">
									<b>{check.passed ? "Held" : "Not yet held"}</b> {check.under}, {dayWords(check.day)}.
								</p>
							))}
							<ul className={css.plain}>
								{[...hole.recent].reverse().map((day) => (
									<li key={day.lesson}>
										<a href={`/lessons/${day.lesson}`}>{dayWords(day.day)}</a>: {day.good} of {day.tries}
										{day.met && ", rule met"}
									</li>
								))}
							</ul>
						</>
					)}
				</div>
			)}
		</>
	);
}

/** The score to expect on a rung beside the working range: the figure large, the rest in lines, how it is worked out folded. */
function Expected({ prediction, band }: { prediction: Prediction; band: Coach["band"] }) {
	return (
		<div data-testid="prediction">
			<Lines
				of={[
					["Expected here", <b key="rate">{inTen(prediction.rate)} in 10</b>],
					["likely", `${inTen(prediction.low)} to ${inTen(prediction.high)}`],
					[`your working range, ${inTen(band.low)} to ${inTen(band.high)}`, bandWords(prediction.rate, band)],
				]}
			/>
			<details>
				<summary>how is this worked out?</summary>
				<p className="hint m-0">
					From the rungs they tried and the size of the steps. Assumes a step is as hard for them as its size says.
				</p>
			</details>
		</div>
	);
}
