import { AllLoads } from "@/screens/load/AllLoads";
import { readAllLoads } from "@/server/readLoad";

export const metadata = { title: "Load" };

export default async function Page() {
	return <AllLoads {...(await readAllLoads())} />;
}
