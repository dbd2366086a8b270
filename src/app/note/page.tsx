import { NoteBench } from "@/screens/note/NoteBench";
import { readCoach } from "@/server/readLadders";

export const metadata = { title: "The note" };

export default async function Page() {
	const { at, coach } = await readCoach();
	return <NoteBench at={at} coach={coach} />;
}
