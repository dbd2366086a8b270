import { readLadders } from "@/doors/readLadders";
import { LadderList } from "@/screens/ladders/LadderList";

export const dynamic = "force-dynamic";
export const metadata = { title: "Ladders" };

export default async function Page() {
	return <LadderList ladders={await readLadders()} />;
}
