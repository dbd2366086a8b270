import { notFound } from "next/navigation";
import { readStudent } from "@/doors/readStudents";
import { StudentPage } from "@/screens/students/StudentPage";

export const dynamic = "force-dynamic";
export const metadata = { title: "Student" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
	const props = await readStudent((await params).id);
	if (!props) notFound();
	return <StudentPage key={props.at.rev} {...props} />;
}
