"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { pinAll } from "@/core/plan/arrange";
import type { LessonPlan } from "@/core/plan/plan";
import type { PlanView } from "@/core/plan/viewPlan";
import { ofHundred } from "@/core/text/figures";
import { list, plural } from "@/core/text/lists";
import type { PlanPageProps } from "@/server/readPlans";
import type { WeekOfPlan } from "@/server/readWeekPlans";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import { InForce } from "@/ui/InForce";
import type { KeyHint } from "@/ui/Key";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { UndoRedo } from "@/ui/UndoRedo";
import { useKeys } from "@/ui/useKeys";
import { InHand } from "./InHand";
import { Left } from "./Left";
import { Line } from "./Line";
import { PlanMargin } from "./PlanMargin";
import css from "./plans.module.css";
import { usePlan } from "./usePlan";

type BenchProps = PlanPageProps & { day: string; among?: WeekOfPlan | null };

/** A lesson planned to the clock: what is in it as one upright line of minutes, what is not, and how likely it runs over. */
export function PlanBench({ at, plan: document, names, kits, enough, day, among = null }: BenchProps) {
	const { plan, edit, steps, inForce, view, refusals } = usePlan(at, document, names);
	const [inHand, setInHand] = useState<string | null>(null);
	const who = plan.students.map((id) => names[id] ?? "a deleted student").join(", ");
	return (
		<BenchPage
			wide
			keys={among ? amongKeys : []}
			margin={
				<PlanMargin
					kits={kits}
					enough={enough}
					id={at.id}
					plan={plan}
					view={view}
					names={names}
					onChange={edit}
					day={day}
				/>
			}
		>
			{among && <Among {...among} />}
			<div className={css.title}>
				<h1>
					<span dir="auto">{who}</span> · {dayWords(plan.day, day)}
					{plan.time && `, ${plan.time}`}
				</h1>
				<UndoRedo {...steps} />
			</div>
			<InForce {...inForce} />
			<Worth plan={plan} view={view} onPinAll={() => view && edit({ items: pinAll(plan.items, view.stretches) })} />
			<Refusals refusals={[...refusals]} />
			{view && (
				<>
					<div className={css.lesson}>
						<Line plan={plan} view={view} inHand={inHand} onTake={setInHand} onItems={(items) => edit({ items })} />
						<InHand
							plan={plan}
							view={view}
							id={inHand}
							onItems={(items) => edit({ items })}
							onDone={() => setInHand(null)}
						/>
					</div>
					<Left plan={plan} view={view} onItems={(items) => edit({ items })} />
				</>
			)}
			<p className={css.foot}>
				<Link href="/plans">all plans</Link>
			</p>
		</BenchPage>
	);
}

const amongKeys: readonly KeyHint[] = [{ keys: ["[", "]"], does: "plan before, plan after" }];

/** The week this plan is looked through with: one before, one after, by a press or a key, and the way back. */
function Among({ from, at, of, before, after }: WeekOfPlan) {
	const router = useRouter();
	const to = (plan: string) => `/plans/${plan}?week=${from}`;
	const back = `/calendar/plans?week=${from}`;
	useKeys({
		"[": () => router.push(before ? to(before) : back),
		"]": () => router.push(after ? to(after) : back),
	});
	return (
		<nav className={css.among} aria-label="Plans of the week">
			<Link href={back}>plans of the week</Link>
			<span>
				<b>{at + 1}</b> of {of}
			</span>
			{before && <Link href={to(before)}>‹ plan before</Link>}
			<Link href={after ? to(after) : back}>{after ? "plan after ›" : "back to the week ›"}</Link>
		</nav>
	);
}

/** The number to act on: how likely the lesson ends in time. */
function Worth({ plan, view, onPinAll }: { plan: LessonPlan; view: PlanView | null; onPinAll: () => void }) {
	if (!view) return <p className={css.worth}>Working out the plan.</p>;
	const { overrun, used, free, surer } = view;
	const over = Math.max(1, Math.round(overrun.chance > 0 ? overrun.minutes / overrun.chance : 0));
	return (
		<div className={css.worth} data-testid="worth">
			<p>
				ends in time in <b>{ofHundred(1 - overrun.chance)}</b> of 100
			</p>
			<p className="mute m-0">
				{used} of {plural(plan.minutes, "minute")} planned{free > 0 && `, ${free} to spare`}.{" "}
				{overrun.chance >= 0.005 && `If it runs over: by about ${plural(over, "minute")}.`}{" "}
				{surer &&
					(surer.without.length > 0
						? `At ${100 * surer.sure} of 100: without ${list(surer.without.map((what) => `“${what}”`))}.`
						: `At ${100 * surer.sure} of 100: shorter drills, the same list.`)}{" "}
				<Button variant="link" onClick={onPinAll}>
					pin everything
				</Button>
			</p>
			{view.rules.map((rule) => (
				<p key={rule} className="m-0">
					{rule}
				</p>
			))}
		</div>
	);
}
