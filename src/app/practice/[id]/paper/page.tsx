import { notFound } from "next/navigation";
import { Paper } from "@/screens/practice/Paper";
import { readPaper } from "@/server/readPractice";

export const dynamic = "force-dynamic";
export const metadata = { title: "Practice on paper" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const props = await readPaper((await params).id);
	if (!props) notFound();
	return <Paper {...props} />;
}
