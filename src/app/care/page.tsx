import { CarePage } from "@/screens/care/CarePage";
import { readCare } from "@/server/readCare";

export const metadata = { title: "Safety" };

export default async function Page() {
	return <CarePage {...(await readCare())} />;
}
