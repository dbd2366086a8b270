import { Records } from "@/screens/records/Records";
import { readRecords } from "@/server/records";

export const dynamic = "force-dynamic";
export const metadata = { title: "Data" };

export default async function Page() {
	return <Records {...(await readRecords())} />;
}
