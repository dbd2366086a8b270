import { notFound } from "next/navigation";
import { StartWhere } from "@/screens/ladders/StartWhere";
import { readLadder } from "@/server/readLadders";

export const dynamic = "force-dynamic";
export const metadata = { title: "Find the starting rung" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const page = await readLadder((await params).id);
	if (!page) notFound();
	const { at, student, skill, ladder, rail, coach } = page;
	return (
		<StartWhere
			at={at}
			student={student}
			skill={skill}
			ladder={ladder}
			rail={rail}
			sees={{ side: ladder.side, strong: student.strongSide, unit: coach.unit }}
		/>
	);
}
