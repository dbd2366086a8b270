import { readCoach } from "@/doors/readLadders";
import { CoachDifficulties } from "@/screens/ladders/CoachDifficulties";

export const dynamic = "force-dynamic";
export const metadata = { title: "Difficulties" };

export default async function Page() {
	const { at, coach } = await readCoach();
	return <CoachDifficulties at={at} coach={coach} />;
}
