import { readStudents } from "@/doors/readStudents";
import { StudentList } from "@/screens/students/StudentList";

export const dynamic = "force-dynamic";
export const metadata = { title: "Students" };

export default async function Page() {
	return <StudentList students={await readStudents()} />;
}
