import { StudioPage } from "@/screens/studio/StudioPage";
import { readStudio } from "@/server/readStudio";

export const metadata = { title: "The studio" };

export default async function Page() {
	return <StudioPage {...(await readStudio())} />;
}
