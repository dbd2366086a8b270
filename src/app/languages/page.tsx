import { LanguagesBench } from "@/screens/languages/LanguagesBench";
import { readLanguages } from "@/server/readLanguages";

export const metadata = { title: "Languages" };

export default async function Page({ searchParams }: { searchParams: Promise<{ code?: string }> }) {
	return <LanguagesBench {...(await readLanguages((await searchParams).code))} />;
}
