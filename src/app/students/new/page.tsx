import { StudentForm } from "@/screens/students/StudentForm";
import { Bench } from "@/ui/Bench";

export const metadata = { title: "New student" };

export default function Page() {
	return (
		<Bench>
			<h1 className="mb-3">New student</h1>
			<StudentForm at={null} />
		</Bench>
	);
}
