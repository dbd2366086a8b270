import { Calendar } from "@/screens/calendar/Calendar";
import { readCalendar } from "@/server/readCalendar";

export const dynamic = "force-dynamic";
export const metadata = { title: "Calendar" };

export default async function Page() {
	return <Calendar {...(await readCalendar())} />;
}
