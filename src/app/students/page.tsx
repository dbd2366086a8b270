import { StudentList } from "@/screens/students/StudentList";
import { readStudents } from "@/server/readStudents";

export const dynamic = "force-dynamic";
export const metadata = { title: "Students" };

export default async function Page() {
	return <StudentList students={await readStudents()} />;
}
