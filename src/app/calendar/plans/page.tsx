import { WeekPlans } from "@/screens/calendar/WeekPlans";
import { readWeekPlans } from "@/server/readWeekPlans";

export const dynamic = "force-dynamic";
export const metadata = { title: "Plans of the week" };

export default async function Page({ searchParams }: { searchParams: Promise<{ week?: string | string[] }> }) {
	const { week } = await searchParams;
	const props = await readWeekPlans(typeof week === "string" ? week : undefined);
	return <WeekPlans key={props.from} {...props} />;
}
