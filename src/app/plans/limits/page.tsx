import { PlanLimitsPage } from "@/screens/plans/PlanLimitsPage";
import { readCoach } from "@/server/readLadders";

export const dynamic = "force-dynamic";
export const metadata = { title: "Plan limits" };

export default async function Page() {
	return <PlanLimitsPage {...(await readCoach())} />;
}
