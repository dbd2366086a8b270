"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Outcome } from "@/core/refusals/refusals";
import { list, plural } from "@/core/text/lists";
import { copyWeek, planWeek, undoWeek, type WeekMade } from "@/server/planning";
import type { WeekPlansProps } from "@/server/readWeekPlans";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords, stretchWords } from "@/ui/dates";
import type { KeyHint } from "@/ui/Key";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useKeys } from "@/ui/useKeys";
import { useRefusals } from "@/ui/useRefusals";
import { keyOf } from "./view";
import css from "./weekPlans.module.css";

type Lesson = WeekPlansProps["lessons"][number];

const weekKeys: readonly KeyHint[] = [
	{ keys: ["p"], does: "plan the week" },
	{ keys: ["]"], does: "look at the first plan" },
];

/** A week's plans at once: made by one press, looked through one by one, with the kit of each day and place. */
export function WeekPlans({ day, from, to, before, after, lessons }: WeekPlansProps) {
	const router = useRouter();
	const { planned, made, busy, refused, planAll, copyAll, undo } = useWeek(from, lessons);
	const first = planned[0]?.plan;
	const open = lessons.length - planned.length;
	useKeys({
		p: () => open > 0 && planAll(),
		"]": () => first && router.push(`/plans/${first}?week=${from}`),
	});
	const at = (week: string) => `/calendar/plans?week=${week}`;
	return (
		<BenchPage wide="whole" keys={weekKeys}>
			<div className={css.head}>
				<h1>Plans of the week</h1>
				<span className={css.turn}>
					<Link href={at(before)} aria-label="the week before">
						‹
					</Link>
					<b data-testid="week">{stretchWords(from, to)}</b>
					<Link href={at(after)} aria-label="the week after">
						›
					</Link>
				</span>
			</div>
			{lessons.length > 0 && (
				<p className={css.figure} data-testid="planned">
					<b>{planned.length}</b> of {plural(lessons.length, "lesson")} planned
				</p>
			)}
			<p className={css.acts}>
				{open > 0 && (
					<Button disabled={busy} onClick={planAll}>
						plan {open === 1 ? "the last lesson" : `${open} lessons`}
					</Button>
				)}
				{first && (
					<Link className="btn btn-outline-primary" href={`/plans/${first}?week=${from}`}>
						look through the plans
					</Link>
				)}
				{planned.length > 0 && (
					<Button variant="outline-primary" disabled={busy} onClick={copyAll}>
						copy to the next week
					</Button>
				)}
			</p>
			<div role="status" className={css.made}>
				{busy && "Working on the plans."}
				{made && (
					<>
						{made.words}{" "}
						{made.ids.length > 0 && (
							<Button variant="link" onClick={undo}>
								undo
							</Button>
						)}
						{made.copied && <Link href={at(after)}>see the next week</Link>}
					</>
				)}
			</div>
			<Refusals refusals={refused} />
			{lessons.length === 0 && (
				<p>
					No lessons from today on in this week. Add them in the <Link href="/calendar">calendar</Link>, then plan them
					here together.
				</p>
			)}
			<Days lessons={lessons} day={day} from={from} />
		</BenchPage>
	);
}

/** The week's plans and what a press made last, with its undo. */
function useWeek(from: string, lessons: readonly Lesson[]) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [made, setMade] = useState<{ words: string; ids: string[]; copied: boolean } | null>(null);
	const [busy, setBusy] = useState(false);
	const run = async (asked: () => Promise<Outcome<WeekMade>>, copied: boolean) => {
		if (busy) return;
		setBusy(true);
		const outcome = await ask(asked());
		setBusy(false);
		if (!outcome.ok) return;
		const { made: ids, without } = outcome.value;
		const left = without.length > 0 ? ` No lesson next week: ${list(without)}.` : "";
		setMade({ words: `${plural(ids.length, "plan")} made.${left}`, ids, copied });
		router.refresh();
	};
	return {
		planned: lessons.filter(({ plan }) => plan !== null),
		made,
		busy,
		refused,
		planAll: () => void run(() => planWeek(from), false),
		copyAll: () => void run(() => copyWeek(from), true),
		undo: async () => {
			if (!made || !(await ask(undoWeek(made.ids))).ok) return;
			setMade(null);
			router.refresh();
		},
	};
}

/** Lessons under their day, each day's kit by place. */
function Days({ lessons, day, from }: { lessons: readonly Lesson[]; day: string; from: string }) {
	const days = [...new Set(lessons.map((one) => one.day))];
	return days.map((on) => {
		const held = lessons.filter((one) => one.day === on);
		return (
			<section key={on} className={css.day} aria-label={dayWords(on, day)}>
				<h2>{dayWords(on, day)}</h2>
				<ol>
					{held.map((lesson) => (
						<LessonLine key={keyOf(lesson)} lesson={lesson} from={from} />
					))}
				</ol>
				<Bring lessons={held} />
			</section>
		);
	});
}

const LessonLine = ({
	lesson: { time, minutes, who, place, plan, items, amiss },
	from,
}: {
	lesson: Lesson;
	from: string;
}) => (
	<li>
		<b>{time}</b>
		<span dir="auto">
			<b>{who}</b>{" "}
			<span className="mute">
				{plural(minutes, "minute")}
				{place && `, ${place}`}
			</span>
		</span>
		{plan ? (
			<Link
				className={amiss ? "asks" : ""}
				href={`/plans/${plan}?week=${from}`}
				aria-label={`look at the plan of ${who}`}
			>
				{amiss ?? plural(items, "item")}
			</Link>
		) : (
			<span className="mute">not planned</span>
		)}
	</li>
);

/** What to bring that day, by place. */
function Bring({ lessons }: { lessons: readonly Lesson[] }) {
	const places = [...new Set(lessons.filter(({ kit }) => kit.length > 0).map(({ place }) => place))];
	return places.map((place) => (
		<p key={place} className={css.bring} dir="auto">
			<b>Bring{place && ` to ${place}`}:</b>{" "}
			{list([...new Set(lessons.filter((one) => one.place === place).flatMap(({ kit }) => kit))])}
		</p>
	));
}
