import { notFound } from "next/navigation";
import { LessonPageView } from "@/screens/lessons/LessonPageView";
import { readLesson } from "@/server/readLesson";

export const dynamic = "force-dynamic";
export const metadata = { title: "Lesson" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const props = await readLesson((await params).id);
	if (!props) notFound();
	return <LessonPageView {...props} />;
}
