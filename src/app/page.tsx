import { Today } from "@/screens/today/Today";
import { readToday } from "@/server/readToday";
import { today } from "@/ui/dates";

export const dynamic = "force-dynamic";
export const metadata = { title: "Today" };

export default async function Page() {
	return <Today {...(await readToday(today()))} />;
}
