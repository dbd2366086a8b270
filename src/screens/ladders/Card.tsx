"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { type NearestWindow, windowCost } from "@/core/analysis/nearestWindow";
import { atHome, trackOf } from "@/core/ladder/atHome";
import { countsWhen } from "@/core/ladder/countsWhen";
import type { Rung } from "@/core/ladder/ladder";
import { limitsOf } from "@/core/ladder/limits";
import { easedNow } from "@/core/ladder/rail";
import type { Sketch } from "@/core/ladder/sketch";
import { wholeLocaleOf } from "@/core/languages/wholeLocale";
import { sideWords } from "@/core/people/student";
import { firstCue } from "@/core/skill/cue";
import { readSides } from "@/core/skill/sides";
import type { CardPage } from "@/server/readLadders";
import { BenchPage } from "@/ui/BenchPage";
import { FormRow } from "@/ui/FormRow";
import { Lines } from "@/ui/Lines";
import Link from "@/ui/Link";
import { RailCell } from "@/ui/Rail";
import { CardTicks } from "./CardTicks";
import css from "./card.module.css";
import { readRule } from "./readRule";
import { SketchView } from "./SketchView";

const papers = ["A5", "A4"] as const;
/** Boxes on one line: more are hard to count at a glance. */
const MOST_BOXES = 12;
const AROUND = 2;
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

const counts = (
	settings: Parameters<typeof countsWhen>[0],
	{ positions }: { positions: Parameters<typeof countsWhen>[1] },
	read: (words: string) => string,
) => countsWhen(settings, positions, { read, say: wholeLocaleOf().say }).join(" ");

/** The ladder as a card to pin up: rungs on the rail, what to look for, boxes to tick. What is on the screen is what is printed. */
export function Card(card: CardPage) {
	const { id, student, skill, ladder, rail, unit, windows } = card;
	const [paper, setPaper] = useState<(typeof papers)[number]>("A5");
	const [all, setAll] = useState(ladder.rungs.length <= 6);
	const sees = { side: ladder.side, strong: student.strongSide, unit };
	const limits = limitsOf(ladder.rungs, student, [], easedNow(rail));
	const shown = ladder.rungs
		.map((rung, i) => ({ rung: rung as Rung, i }))
		.filter(({ i }) => all || Math.abs(i - rail.pegIndex) <= AROUND)
		.reverse();
	const read = (words: string) => readSides(words, sees);
	return (
		<BenchPage
			wide
			margin={
				<div className="d-print-none">
					<Costs shown={shown} windows={windows} />
					<h2>Ticks from the card</h2>
					<CardTicks
						ladder={id}
						rungs={shown.map(({ rung }) => ({ id: rung.id, name: read(rung.settings.name) }))}
						outs={limits.filter(({ what }) => what === "taken out").map(({ rung }) => rung)}
					/>
				</div>
			}
		>
			<style>{`@media print { @page { size: ${paper} portrait; margin: 9mm; } }`}</style>
			<div className={`${css.choose} d-print-none`}>
				<FormRow id="paper" label="Paper" className="">
					<Form.Select
						value={paper}
						onChange={(event) => setPaper(papers.find((one) => one === event.target.value) ?? "A5")}
					>
						{papers.map((one) => (
							<option key={one}>{one}</option>
						))}
					</Form.Select>
				</FormRow>
				<FormRow id="which" label="Rungs" className="">
					<Form.Select value={all ? "all" : "around"} onChange={(event) => setAll(event.target.value === "all")}>
						<option value="around">the peg and two rungs either way</option>
						<option value="all">all {ladder.rungs.length}</option>
					</Form.Select>
				</FormRow>
				<Button onClick={() => window.print()}>print, or save as PDF</Button>
				<Link href={`/ladders/${id}`}>back to the ladder</Link>
			</div>
			<article className={`${css.card} ${paper === "A5" ? css.small : ""}`} aria-label="Card">
				<header>
					<h1 dir="auto">{student.name}</h1>
					<p className="m-0">
						<b dir="auto">{skill.name}</b>, {sideWords(ladder.side, student.strongSide)}
					</p>
				</header>
				<ol className={css.rungs} reversed>
					{shown.map(({ rung, i }, n) => {
						const { settings } = rung;
						const limit = limits.find((one) => one.rung === rung.id) ?? null;
						// One to think of, not one for each: of the first position that is watched and has one.
						const [cue] = skill.positions
							.filter((position) => settings.watch.includes(position.id))
							.flatMap((position) => firstCue(position.cues)?.text ?? []);
						const track = trackOf(settings);
						return (
							<li key={rung.id}>
								<RailCell state={rail.holes[i]?.state ?? "open"} peg={i === rail.pegIndex} />
								<div className={css.rung}>
									<h2 dir="auto">
										{i + 1}. {read(limit?.what === "eased" ? settings.easier : settings.name)}
									</h2>
									{settings.drill && <p dir="auto">{read(settings.drill)}</p>}
									{cue && (
										<p dir="auto">
											<i>“{read(cue)}”</i>
										</p>
									)}
									{limit?.what === "taken out" ? (
										<p>{limit.reason}</p>
									) : (
										<>
											<p>
												{atHome(settings, readRule(settings), windows[rung.id]?.rule ?? null)}. At most {settings.limit}{" "}
												tries a day. <b>Counts when:</b> {counts(settings, skill, read)}
												{settings.care.length > 0 && ` First: ${settings.care.map(read).join(", ")}.`}
												{settings.neverAlone && <b> Must not be practised alone.</b>}
											</p>
											{track && (
												<div className={css.track} aria-hidden="true">
													<Boxes n={track.below} />
													<b />
													<Boxes n={track.above} />
												</div>
											)}
											<div className={css.boxes} aria-hidden="true">
												<Boxes n={windows[rung.id]?.rule.n ?? Math.min(MOST_BOXES, settings.triesPerSet)} />
											</div>
										</>
									)}
									{settings.sketch &&
										settings.sketch.items.length > 0 &&
										(n > 0 && same(settings.sketch, shown[n - 1]?.rung.settings.sketch) ? (
											<p>Set-up as above.</p>
										) : (
											<SketchView sketch={settings.sketch as Sketch} sees={sees} />
										))}
								</div>
							</li>
						);
					})}
				</ol>
				<footer>One box per try: a tick if good, a dash if not. Stop if it hurts.</footer>
			</article>
		</BenchPage>
	);
}

const Boxes = ({ n }: { n: number }) =>
	// biome-ignore lint/suspicious/noArrayIndexKey: a box is its place
	Array.from({ length: n }, (_, box) => <span key={box} />);

/** What the card's own window rules cost beside the lesson's, rung by rung; nothing where they are the same. */
const Costs = ({
	shown,
	windows,
}: {
	shown: readonly { rung: Rung; i: number }[];
	windows: Readonly<Record<string, NearestWindow>>;
}) =>
	shown.map(
		({ rung, i }) =>
			windows[rung.id] && (
				<Lines
					key={rung.id}
					of={[[<b key="rung">Rung {i + 1}, by the card</b>, ""], ...windowCost(windows[rung.id] as NearestWindow)]}
				/>
			),
	);
