import { mondayOf } from "@/core/load/load";
import type { LessonPlan } from "@/core/plan/plan";
import type { SolvedPlan } from "@/core/plan/solved";
import { dayAfter, day as isDay } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { findPlan } from "@/store/plans";
import { type WeekRow, weekFrom } from "./readCalendar";
import { solutionsOf } from "./solving";
import { upToDate } from "./store";

export const WEEK = 7;

export interface WeekPlansProps {
	day: string;
	/** Monday and Sunday of the week that is shown, and the Mondays before and after. */
	from: string;
	to: string;
	before: string;
	after: string;
	/** Its lessons from today on, the earliest first; `amiss` is why a plan cannot be made. */
	lessons: (Pick<WeekRow, "booking" | "on" | "day" | "time" | "minutes" | "place" | "who" | "plan"> & {
		items: number;
		amiss: string | null;
		kit: string[];
	})[];
}

/** A week from its Monday on, of the day that is asked for; this one where that is none. */
export const weekAt = (asked: unknown, today: string): string => mondayOf(isDay.safeParse(asked).data ?? today);

/** The lessons of a week that can still be planned. */
export const lessonsToPlan = (open: Store, monday: string, today: string): Promise<WeekRow[]> =>
	weekFrom(open, monday, WEEK).then((rows) => rows.filter((row) => row.day >= today));

/** What the items that were taken need, each once. */
const kitOf = (plan: LessonPlan, { placed }: SolvedPlan): string[] => {
	const taken = new Set(placed.map(({ id }) => id));
	return [...new Set(plan.items.flatMap(({ id, kit = [] }) => (taken.has(id) ? kit : [])))];
};

export async function readWeekPlans(asked?: string): Promise<WeekPlansProps> {
	const open = await upToDate();
	const day = serverDay();
	const from = weekAt(asked, day);
	const rows = await lessonsToPlan(open, from, day);
	const ids = [...new Set(rows.flatMap(({ plan }) => plan ?? []))];
	const plans = (await Promise.all(ids.map((id) => findPlan(open, id)))).filter((one) => one !== null);
	const byId = new Map(plans.map((row) => [row.id, row.plan]));
	const solved = await solutionsOf(open, plans);
	return {
		day,
		from,
		to: dayAfter(from, WEEK - 1),
		before: dayAfter(from, -WEEK),
		after: dayAfter(from, WEEK),
		lessons: rows.map(({ booking, on, day: held, time, minutes, place, who, plan: id }) => {
			const [plan, made] = id ? [byId.get(id), solved.get(id)] : [];
			return {
				...{ booking, on, day: held, time, minutes, place, who, plan: id },
				items: made?.placed.length ?? 0,
				amiss: made?.amiss ?? null,
				kit: plan && made ? kitOf(plan, made) : [],
			};
		}),
	};
}

/** The plans of a week in the order of its lessons, to be looked through one by one; null where this one is none of them. */
export async function planAmong(week: string | undefined, plan: string): Promise<WeekOfPlan | null> {
	if (week === undefined || !isDay.safeParse(week).success) return null;
	const day = serverDay();
	const from = weekAt(week, day);
	const rows = await lessonsToPlan(await upToDate(), from, day);
	const plans = [...new Set(rows.flatMap(({ plan: id }) => id ?? []))];
	const at = plans.indexOf(plan);
	return at < 0 ? null : { from, at, of: plans.length, before: plans[at - 1] ?? null, after: plans[at + 1] ?? null };
}

/** Where a plan stands among those of its week: its place from 0, how many there are, and those beside it. */
export interface WeekOfPlan {
	from: string;
	at: number;
	of: number;
	before: string | null;
	after: string | null;
}
