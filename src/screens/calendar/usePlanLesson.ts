import { useRouter } from "next/navigation";
import { useState } from "react";
import { makePlan } from "@/server/planning";
import type { WeekRow } from "@/server/readCalendar";
import { useRefusals } from "@/ui/useRefusals";

/** Makes the plan of a lesson in the calendar and opens it; busy from the press until the plan is there or refused. */
export function usePlanLesson({
	students,
	day,
	minutes,
	time,
}: Pick<WeekRow, "students" | "day" | "minutes" | "time">) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [busy, setBusy] = useState(false);
	const plan = async () => {
		setBusy(true);
		const made = await ask(makePlan({ students, day, minutes, time }));
		if (made.ok) router.push(`/plans/${made.value.id}`);
		else setBusy(false);
	};
	return { plan, busy, refused };
}
