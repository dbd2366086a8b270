import { readRecords } from "@/doors/records";
import { Records } from "@/screens/records/Records";

export const dynamic = "force-dynamic";
export const metadata = { title: "Records" };

export default async function Page() {
	return <Records {...(await readRecords())} />;
}
