import { notFound } from "next/navigation";
import { PracticeBench } from "@/screens/practice/PracticeBench";
import { readPractice } from "@/server/readPractice";

export const dynamic = "force-dynamic";
export const metadata = { title: "Practice" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const props = await readPractice((await params).id);
	if (!props) notFound();
	return <PracticeBench key={props.at.id} {...props} />;
}
