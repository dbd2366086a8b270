import { notFound } from "next/navigation";
import { StudentLessonsView } from "@/screens/lessons/StudentLessonsView";
import { readStudentLessons } from "@/server/readStudents";

export const dynamic = "force-dynamic";
export const metadata = { title: "Lessons" };

export default async function Page({
	params,
	searchParams,
}: {
	params: Promise<{ id: string }>;
	searchParams: Promise<{ before?: string | string[] }>;
}) {
	const { before } = await searchParams;
	const props = await readStudentLessons((await params).id, typeof before === "string" ? before : null);
	if (!props) notFound();
	return <StudentLessonsView {...props} />;
}
