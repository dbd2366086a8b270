import { notFound } from "next/navigation";
import { StudentPage } from "@/screens/students/StudentPage";
import { readStudent } from "@/server/readStudents";

export const dynamic = "force-dynamic";
export const metadata = { title: "Student" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const props = await readStudent((await params).id);
	if (!props) notFound();
	return <StudentPage key={props.at.id} {...props} />;
}
