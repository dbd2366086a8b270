import { PracticeList } from "@/screens/practice/PracticeList";
import { readPracticeList } from "@/server/readPractice";

export const dynamic = "force-dynamic";
export const metadata = { title: "Practice" };

export default async function Page() {
	return <PracticeList {...(await readPracticeList())} />;
}
