import { StudentForm } from "@/screens/students/StudentForm";
import { BenchPage } from "@/ui/BenchPage";

export const metadata = { title: "New student" };

export default function Page() {
	return (
		<BenchPage>
			<h1 className="mb-3">New student</h1>
			<StudentForm at={null} />
		</BenchPage>
	);
}
