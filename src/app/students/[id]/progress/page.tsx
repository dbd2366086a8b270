import { notFound } from "next/navigation";
import { ProgressPage } from "@/screens/progress/ProgressPage";
import { readProgress } from "@/server/readProgress";

export const metadata = { title: "Then and now" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const props = await readProgress((await params).id);
	if (!props) notFound();
	return <ProgressPage key={props.student.id} {...props} />;
}
