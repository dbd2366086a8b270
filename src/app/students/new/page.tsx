import { StudentForm } from "@/screens/students/StudentForm";
import { readLanguageNames } from "@/server/readLanguages";
import { BenchPage } from "@/ui/BenchPage";

export const metadata = { title: "New student" };

export const dynamic = "force-dynamic";

export default async function Page() {
	return (
		<BenchPage>
			<h1 className="mb-3">New student</h1>
			<StudentForm at={null} languages={await readLanguageNames()} />
		</BenchPage>
	);
}
