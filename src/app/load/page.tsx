import { AllLoads } from "@/screens/load/AllLoads";
import { readAllLoads } from "@/server/readLoad";

export const metadata = { title: "Training load" };

export default async function Page() {
	return <AllLoads {...(await readAllLoads())} />;
}
