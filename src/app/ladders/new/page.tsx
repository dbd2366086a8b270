import { NewLadder } from "@/screens/ladders/NewLadder";
import { readLadderChoices } from "@/server/readLadders";

export const dynamic = "force-dynamic";
export const metadata = { title: "New ladder" };

export default async function Page({ searchParams }: { searchParams: Promise<{ student?: string }> }) {
	const { student } = await searchParams;
	const choices = await readLadderChoices();
	return <NewLadder {...choices} student={choices.students.some((s) => s.id === student) ? (student ?? null) : null} />;
}
