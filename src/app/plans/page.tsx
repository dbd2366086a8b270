import { PlanList } from "@/screens/plans/PlanList";
import { readPlans } from "@/server/readPlans";
import { serverDay } from "@/store/days";

export const dynamic = "force-dynamic";
export const metadata = { title: "Plans" };

export default async function Page({ searchParams }: { searchParams: Promise<{ student?: string }> }) {
	const [props, { student }] = await Promise.all([readPlans(serverDay()), searchParams]);
	return <PlanList {...props} student={typeof student === "string" ? student : ""} />;
}
