import { notFound } from "next/navigation";
import { PlanBench } from "@/screens/plans/PlanBench";
import { readPlan } from "@/server/readPlans";
import { serverDay } from "@/store/days";

export const dynamic = "force-dynamic";
export const metadata = { title: "Plan" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const props = await readPlan((await params).id);
	if (!props) notFound();
	return <PlanBench key={props.at.id} {...props} day={serverDay()} />;
}
