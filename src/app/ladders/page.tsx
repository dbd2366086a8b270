import { LadderList } from "@/screens/ladders/LadderList";
import { readLadders } from "@/server/readLadders";

export const dynamic = "force-dynamic";
export const metadata = { title: "Ladders" };

export default async function Page() {
	return <LadderList ladders={await readLadders()} />;
}
