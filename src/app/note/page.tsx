import { NoteBench } from "@/screens/note/NoteBench";
import { readCoach } from "@/server/readLadders";

export const metadata = { title: "Note template" };

export default async function Page() {
	const { at, coach } = await readCoach();
	return <NoteBench at={at} coach={coach} />;
}
