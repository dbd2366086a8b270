import { notFound } from "next/navigation";
import { LadderBench } from "@/screens/ladders/LadderBench";
import { readLadder } from "@/server/readLadders";

export const dynamic = "force-dynamic";
export const metadata = { title: "Ladder" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const props = await readLadder((await params).id);
	if (!props) notFound();
	return <LadderBench key={props.at.id} {...props} />;
}
