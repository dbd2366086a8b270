import { StudioPage } from "@/screens/studio/StudioPage";
import { readStudio } from "@/server/readStudio";

export const metadata = { title: "All students" };

export default async function Page() {
	return <StudioPage {...(await readStudio())} />;
}
