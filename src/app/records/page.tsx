import { Records } from "@/screens/records/Records";
import { readRecords } from "@/server/records";

export const dynamic = "force-dynamic";
export const metadata = { title: "Records" };

export default async function Page() {
	return <Records {...(await readRecords())} />;
}
