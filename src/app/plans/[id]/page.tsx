import { notFound } from "next/navigation";
import { PlanBench } from "@/screens/plans/PlanBench";
import { readPlan } from "@/server/readPlans";
import { planAmong } from "@/server/readWeekPlans";
import { serverDay } from "@/store/days";

export const dynamic = "force-dynamic";
export const metadata = { title: "Plan" };

interface Asked {
	params: Promise<{ id: string }>;
	searchParams: Promise<{ week?: string | string[] }>;
}

export default async function Page({ params, searchParams }: Asked) {
	const [{ id }, { week }] = await Promise.all([params, searchParams]);
	const [props, among] = await Promise.all([readPlan(id), planAmong(typeof week === "string" ? week : undefined, id)]);
	if (!props) notFound();
	return <PlanBench key={props.at.id} {...props} day={serverDay()} among={among} />;
}
