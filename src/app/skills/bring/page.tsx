import { BringHandOn } from "@/screens/handOn/BringHandOn";
import { store } from "@/server/store";
import { studentNames } from "@/store/students";

export const metadata = { title: "Import from another coach" };

export default async function Page() {
	const students = (await studentNames(await store())).filter(({ archived }) => !archived);
	return <BringHandOn students={students.map(({ id, name }) => ({ id, name }))} />;
}
