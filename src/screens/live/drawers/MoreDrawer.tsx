"use client";

import { useState } from "react";
import type { Sketch } from "@/core/ladder/sketch";
import { limitWords, readOn } from "@/core/pack/pack";
import { bodyParts } from "@/core/people/student";
import { plural } from "@/core/words/numbers";
import { late } from "@/ui/late";
import { PlainLink } from "@/ui/PlainLink";
import type { DrawerName } from "../LiveBoard";
import css from "../live.module.scss";
import type { Board } from "../model";
import type { Acts } from "../useActs";
import { Choice, Choices, Drawer, NotFetched } from "./Drawer";
import { TallyDrawer } from "./TallyDrawer";

const STEP = 6;
/** Looked at now and then: fetched when it is first opened. */
const SetUpDrawer = late(() => import("./SetUpDrawer").then((module) => module.SetUpDrawer), NotFetched);
const ParkDrawer = late(() => import("./ParkDrawer").then((module) => module.ParkDrawer), NotFetched);
const WatchDrawer = late(() => import("./WatchDrawer").then((module) => module.WatchDrawer), NotFetched);
const BreakDrawer = late(() => import("./BreakDrawer").then((module) => module.BreakDrawer), NotFetched);

/** Limit, variation, set, park, pain, and the way to the wrap-up. */
export function MoreDrawer({
	lesson,
	board,
	acts,
	holds,
	onOpen,
	onClose,
}: {
	lesson: string;
	board: Board;
	acts: Acts;
	holds: boolean;
	onOpen: (name: DrawerName) => void;
	onClose: () => void;
}) {
	const [part, setPart] = useState<"park" | "pain" | "tally" | "setup" | "watch" | "break" | null>(null);
	const { set, visit } = board;
	const { settings } = set.placing;
	const done = (act: () => void) => () => {
		act();
		onClose();
	};
	if (part === "pain")
		return (
			<Drawer title="Stop. Where does it hurt?" onClose={onClose}>
				<p className="m-0">
					Pain ends the work on this rung. The rules of the discipline’s own body, the venue and licensed professionals
					come first.
				</p>
				<Choices>
					{bodyParts.map((name) => (
						<Choice key={name} onClick={done(() => acts.pain(name))}>
							{name}
						</Choice>
					))}
				</Choices>
			</Drawer>
		);
	if (part === "setup" && settings.sketch)
		return (
			<SetUpDrawer
				sketch={settings.sketch as Sketch}
				sees={{ side: set.placing.side, strong: board.ladder?.strong ?? "right", unit: board.ladder?.unit ?? "m" }}
				onClose={onClose}
			/>
		);
	if (part === "tally") return <TallyDrawer acts={acts} onClose={onClose} />;
	if (part === "park") return <ParkDrawer board={board} acts={acts} onClose={onClose} />;
	if (part === "watch") return <WatchDrawer board={board} acts={acts} onClose={onClose} />;
	if (part === "break") return <BreakDrawer board={board} acts={acts} onClose={onClose} />;
	const limited = board.ladder && limitWords(board.ladder, set.placing.rung);
	return (
		<Drawer title="More" onClose={onClose}>
			{limited && <p className="m-0 asks">{limited}</p>}
			{board.ladder?.trigger && (
				<p className="m-0" dir="auto">
					Set off: {board.ladder.trigger}
				</p>
			)}
			{settings.neverAlone && <p className="m-0">Never practised alone.</p>}
			{settings.drill && (
				<p className="m-0" dir="auto">
					{readOn(board.ladder, settings.drill)}
				</p>
			)}
			<Choices>
				<Choice onClick={done(() => acts.limit(STEP))} small={`${visit.verdict.allowed} now`}>
					six more
				</Choice>
				<Choice onClick={done(() => acts.limit(-STEP))} disabled={visit.verdict.allowed <= STEP} small="of the limit">
					six fewer
				</Choice>
				{set.open ? (
					<Choice onClick={done(acts.endSet)} small={`set ${board.setNumber}`}>
						end set
					</Choice>
				) : (
					<Choice onClick={done(acts.nextSet)} small="or just count on">
						next set
					</Choice>
				)}
				{set.open && (
					<Choice onClick={() => setPart("break")} small="with minutes">
						a break
					</Choice>
				)}
				{board.ladder && board.ladder.positions.length > 0 && (
					<Choice
						onClick={() => setPart("watch")}
						small={set.placing.positions.map(({ short }) => short).join(", ") || "nothing yet"}
					>
						watch
					</Choice>
				)}
				{board.turns ? (
					<Choice onClick={done(acts.endTurns)} small={`only ${board.turns.now} goes on`}>
						end the turns
					</Choice>
				) : (
					board.mirror && (
						<Choice
							onClick={done(() => board.mirror && acts.takeTurns(board.mirror))}
							small={`${set.placing.side} and ${board.mirror.side}, try by try`}
						>
							sides in turn
						</Choice>
					)
				)}
				<Choice onClick={done(acts.stretch)} small={set.stretch ? "tries count again" : "rally, run, free play"}>
					{set.stretch ? "end the stretch" : "a stretch"}
				</Choice>
				<Choice onClick={() => setPart("tally")} small="a set as numbers">
					tally
				</Choice>
				{(settings.sketch?.items.length ?? 0) > 0 && (
					<Choice onClick={() => setPart("setup")} small="who stands where">
						set-up
					</Choice>
				)}
				<Choice onClick={() => onOpen("label")} small="which grip, old or new">
					label
				</Choice>
				<Choice onClick={() => setPart("park")} small="noticed, not said">
					park
				</Choice>
				<Choice onClick={() => setPart("pain")} small="ends the work here">
					pain
				</Choice>
				<Choice onClick={() => onOpen("hand")} small="sound, thumb, remote">
					this device
				</Choice>
				<Choice onClick={() => onOpen("ladders")} small="rung, ladder, student">
					what next
				</Choice>
			</Choices>
			<Choices>
				<Choice aria-pressed={set.variation === "own"} onClick={done(() => acts.variation("own"))} small="as it is">
					the rung
				</Choice>
				<Choice
					aria-pressed={set.variation === "easier"}
					onClick={done(() => acts.variation("easier"))}
					small={readOn(board.ladder, settings.easier) || "in your own way"}
				>
					easier
				</Choice>
				{settings.easier && !limited && (
					<Choice
						aria-pressed={Boolean(set.placing.easedBy)}
						onClick={done(acts.easeForThem)}
						small="the easier form is their rung, and can be passed"
					>
						eased for them
					</Choice>
				)}
				<Choice
					aria-pressed={set.variation === "harder"}
					onClick={done(() => acts.variation("harder"))}
					small={readOn(board.ladder, settings.harder) || "in your own way"}
				>
					harder
				</Choice>
			</Choices>
			{!holds && (
				<Choice onClick={done(acts.takeOver)} small="the other device watches from then on">
					take over the count
				</Choice>
			)}
			{board.apart.map((one) => (
				<Choice
					key={`${one.set}/${one.device}`}
					onClick={done(() => acts.join(one.set, one.device))}
					small="they are kept apart until you say so"
				>
					count in {plural(one.tries, "try", "tries")} of another device
				</Choice>
			))}
			<PlainLink className={css.choice} href={`/wrap?lesson=${lesson}`}>
				wrap up
			</PlainLink>
		</Drawer>
	);
}
