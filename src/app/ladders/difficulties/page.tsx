import { CoachDifficulties } from "@/screens/ladders/CoachDifficulties";
import { readCoach } from "@/server/readLadders";

export const dynamic = "force-dynamic";
export const metadata = { title: "Difficulty scales" };

export default async function Page() {
	const { at, coach } = await readCoach();
	return <CoachDifficulties at={at} coach={coach} />;
}
